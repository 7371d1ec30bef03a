import { useDrag } from "@use-gesture/react";
import type { ReactNode } from "react";
import { choose } from "../bench/choosing";
import { dragTo, letGo } from "../bench/drag";
import { useBench } from "../bench/store";
import type { Thing } from "../server/things";
import { type Point3, usePlan } from "./projection";

interface Props {
  thing: Thing;
  handle: string;
  /** Room coordinates of what is dragged. */
  at: Point3;
  label: string;
  children: ReactNode;
}

/** A part of the drawing that can be dragged about, and chosen with a click or the keyboard. */
export function Handle({ thing, handle, at, label, children }: Props) {
  const plan = usePlan();
  const chosen = useBench((s) => s.thing === thing);
  const bind = useDrag(
    ({ first, last, tap, movement: [dx, dy], memo, event }) => {
      event.stopPropagation();
      const start = (memo as Point3 | undefined) ?? at;
      if (first) {
        choose(thing);
      }
      if (!tap && (dx !== 0 || dy !== 0)) {
        dragTo(thing, handle, plan.moved(start, dx, dy));
      }
      if (last) {
        letGo();
      }
      return start;
    },
    // Choosing brings the thing to the front, which moves it in the page: a captured pointer would be lost then.
    { filterTaps: true, pointer: { keys: false, capture: false } },
  );
  return (
    <g
      {...bind()}
      className={`handle${chosen ? " chosen" : ""}`}
      data-handle={`${thing}:${handle}`}
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      tabIndex={handle === "place" ? 0 : -1}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          choose(thing);
        }
      }}
    >
      {children}
    </g>
  );
}
