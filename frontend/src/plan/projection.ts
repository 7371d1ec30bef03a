import { createContext, useContext } from "react";

export type Point3 = readonly number[];
export type Axes = { x?: number; y?: number; z?: number };

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

export function fromAbove(width: number, scale: number, left: number, top: number): Projection {
  return {
    view: "floor",
    scale,
    at: (p) => [left + ((p[0] ?? 0) + width / 2) * scale, top + (p[2] ?? 0) * scale],
    moved: (start, dx, dy) => ({ x: (start[0] ?? 0) + dx / scale, z: (start[2] ?? 0) + dy / scale }),
  };
}

export function fromSide(height: number, scale: number, left: number, top: number): Projection {
  return {
    view: "side",
    scale,
    at: (p) => [left + (p[2] ?? 0) * scale, top + (height - (p[1] ?? 0)) * scale],
    moved: (start, dx, dy) => ({ z: (start[2] ?? 0) + dx / scale, y: (start[1] ?? 0) - dy / scale }),
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
