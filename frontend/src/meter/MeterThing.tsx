import { useDrag } from "@use-gesture/react";
import { usePlan, type Point3 } from "../plan/projection";
import { useMeter } from "./store";

const AIM_AT = 34; // pixels from the meter to the handle of its aim
const REACH = 1.2; // m from the meter at which what it is turned to lies

/** The meter on Floor and Side: pulled by its dome, turned by the handle before it. */
export function MeterThing() {
  const plan = usePlan();
  const inHand = useMeter((s) => s.inHand && s.receptor !== "spot");
  const reading = useMeter((s) => s.reading);
  const place = useDrag(
    ({ event, movement: [dx, dy], memo, last, first }) => {
      event.stopPropagation();
      const now = useMeter.getState().reading;
      const start = (memo as Point3 | undefined) ?? (now ? [now.place.x, now.place.y, now.place.z] : null);
      if (start && !(first && dx === 0 && dy === 0)) {
        const to = plan.moved(start, dx, dy);
        useMeter.setState({ at: null, pulled: !last, place: joined(start, to) });
      }
      return start ?? undefined;
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const aim = useDrag(
    ({ event, xy: [px, py], last }) => {
      event.stopPropagation();
      const now = useMeter.getState().reading;
      const box = (event.target as SVGElement).ownerSVGElement?.getBoundingClientRect();
      if (!now || !box) {
        return;
      }
      const at: Point3 = [now.place.x, now.place.y, now.place.z];
      const [x, y] = plan.at(at);
      const [dx, dy] = [px - box.left - x, py - box.top - y];
      const long = Math.hypot(dx, dy) || 1;
      const to = plan.moved(at, (dx / long) * REACH * plan.scale, (dy / long) * REACH * plan.scale);
      useMeter.setState({ toward: "aim", aim: joined(at, to), pulled: !last });
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  if (!inHand || !reading) {
    return null;
  }
  const [x, y] = plan.at([reading.place.x, reading.place.y, reading.place.z]);
  const [ax, ay] = plan.at([reading.aim.x, reading.aim.y, reading.aim.z]);
  const long = Math.hypot(ax - x, ay - y);
  const turn = (Math.atan2(ay - y, ax - x) * 180) / Math.PI;
  return (
    <g className="meter-thing" transform={`translate(${x} ${y}) rotate(${long < 2 ? 0 : turn})`}>
      <g {...place()} className="meter-body" role="button" aria-label="Meter: pull it anywhere" data-meter="place">
        <circle r="13" className="grip" />
        <path d="M0 -7A7 7 0 0 1 0 7Z" className="dome-shape" />
        <rect x="-9" y="-6" width="8" height="12" rx="2" />
      </g>
      {long >= 2 && (
        <g {...aim()} role="button" aria-label="Meter: turn it" data-meter="aim">
          <line x1="9" x2={AIM_AT - 6} y1="0" y2="0" />
          <circle cx={AIM_AT} r="12" className="grip" />
          <circle cx={AIM_AT} r="4.5" className="aim-dot" />
        </g>
      )}
    </g>
  );
}

function joined(start: Point3, to: Partial<Record<"x" | "y" | "z", number | null>>) {
  return { x: to.x ?? start[0] ?? 0, y: to.y ?? start[1] ?? 0, z: to.z ?? start[2] ?? 0 };
}
