import { scaleLinear } from "d3-scale";
import { createContext, useContext } from "react";

import type { Axes } from "../bench/changes";

export type Point3 = readonly number[];

/** How a drawing shows the room: from above or from the side, both to scale. */
export interface Projection {
  view: "floor" | "side";
  /** Pixels a metre. */
  scale: number;
  /** Room coordinates (x, y, z) to drawing pixels. */
  at: (p: Point3) => [number, number];
  /** A pointer's movement in pixels as a movement in the room. */
  moved: (start: Point3, dx: number, dy: number) => Axes;
}

/** A scale that begins at a pixel, so many pixels a metre. */
function metres(from: number, start: number, scale: number) {
  return scaleLinear()
    .domain([from, from + 1])
    .range([start, start + scale]);
}

export function fromAbove(width: number, scale: number, left: number, top: number): Projection {
  const x = metres(-width / 2, left, scale);
  const z = metres(0, top, scale);
  return {
    view: "floor",
    scale,
    at: (p) => [x(p[0] ?? 0), z(p[2] ?? 0)],
    moved: (start, dx, dy) => ({ x: x.invert(x(start[0] ?? 0) + dx), z: z.invert(z(start[2] ?? 0) + dy) }),
  };
}

export function fromSide(height: number, scale: number, left: number, top: number): Projection {
  const z = metres(0, left, scale);
  const y = metres(height, top, -scale);
  return {
    view: "side",
    scale,
    at: (p) => [z(p[2] ?? 0), y(p[1] ?? 0)],
    moved: (start, dx, dy) => ({ z: z.invert(z(start[2] ?? 0) + dx), y: y.invert(y(start[1] ?? 0) + dy) }),
  };
}

export function path(points: ReadonlyArray<readonly [number, number]>, closed = true): string {
  return points.map(([x, y], i) => `${i ? "L" : "M"}${x.toFixed(1)} ${y.toFixed(1)}`).join("") + (closed ? "Z" : "");
}

export const PlanContext = createContext<Projection | null>(null);

export function usePlan(): Projection {
  const plan = useContext(PlanContext);
  if (!plan) {
    throw new Error("a drawing's part stands outside a drawing");
  }
  return plan;
}
