import { type KeyboardEvent, type PointerEvent, useRef } from "react";

const [WIDE, HIGH, MIDDLE, RADIUS] = [312, 200, 100, 78];
const [SIDE_X, SIDE_Y, ARM] = [232, 128, 62];
const STEP = 5;
const rad = (degrees: number) => (degrees * Math.PI) / 180;

interface Props {
  azimuth: number;
  elevation: number;
  size: number;
  /** Azimuth and elevation of the true key, once it is told. */
  truth: readonly number[] | null;
  /** Degrees about it within which it lies nine times of ten; drawn where there is one. */
  ring?: number;
  /** Without it nothing is pulled: what was read is shown. */
  onChange?: (to: { azimuth?: number; elevation?: number }) => void;
}

/** The head from above with the lens below it, and from the side: where the key stands is pulled, or turned by arrow keys. */
export function HeadDial({ azimuth, elevation, size, truth, ring, onChange }: Props) {
  const box = useRef<SVGSVGElement>(null);
  const pulled = useRef<"round" | "up" | null>(null);
  const wide = Math.max(6, Math.min(46, size * 30));
  const at = (angle: number) => [MIDDLE + RADIUS * Math.sin(rad(angle)), MIDDLE + RADIUS * Math.cos(rad(angle))] as const;
  const up = (angle: number) => [SIDE_X + ARM * Math.cos(rad(angle)), SIDE_Y - ARM * Math.sin(rad(angle))] as const;

  function move(event: PointerEvent) {
    const frame = box.current?.getBoundingClientRect();
    if (!pulled.current || !frame || !onChange) {
      return;
    }
    const x = ((event.clientX - frame.left) / frame.width) * WIDE;
    const y = ((event.clientY - frame.top) / frame.height) * HIGH;
    if (pulled.current === "round") {
      onChange({ azimuth: Math.round((Math.atan2(x - MIDDLE, y - MIDDLE) * 180) / Math.PI) });
    } else {
      const angle = Math.round((Math.atan2(SIDE_Y - y, Math.max(x - SIDE_X, 1)) * 180) / Math.PI);
      onChange({ elevation: Math.max(-60, Math.min(80, angle)) });
    }
  }

  function keys(event: KeyboardEvent, turn: (by: number) => void) {
    const by = { ArrowRight: STEP, ArrowUp: STEP, ArrowLeft: -STEP, ArrowDown: -STEP }[event.key];
    if (by) {
      event.preventDefault();
      turn(event.shiftKey ? by / STEP : by);
    }
  }

  const drop = () => {
    pulled.current = null;
  };
  /** What is the same of both grips: pulled, let go, turned by keys. */
  const grip = (what: "round" | "up", now: number, limits: readonly [number, number], turn: (by: number) => void) =>
    onChange
      ? {
          className: "grip",
          role: "slider",
          tabIndex: 0,
          "aria-valuemin": limits[0],
          "aria-valuemax": limits[1],
          "aria-valuenow": now,
          onPointerDown: (event: PointerEvent<SVGGElement>) => {
            pulled.current = what;
            event.currentTarget.setPointerCapture(event.pointerId);
          },
          onPointerMove: move,
          onPointerUp: drop,
          onKeyDown: (event: KeyboardEvent) => keys(event, turn),
        }
      : { className: "grip told", role: "img" };
  const [kx, ky] = at(azimuth);
  const [ux, uy] = up(elevation);
  // Round the head a ring of so many degrees is wider, the higher the key.
  const across = Math.min((ring ?? 0) / Math.max(Math.cos(rad(elevation)), 0.3), 170);
  const arc = (radius: number, sweep: 0 | 1) => `A${radius} ${radius} 0 ${across > 90 && radius === RADIUS ? 1 : 0} ${sweep} `;
  return (
    <svg ref={box} className="head-dial" viewBox={`0 0 ${WIDE} ${HIGH}`} role="group" aria-label="Where the key stands">
      <circle className="way" cx={MIDDLE} cy={MIDDLE} r={RADIUS} />
      <ellipse className="head" cx={MIDDLE} cy={MIDDLE} rx={17} ry={21} />
      <path className="head" d={`M${MIDDLE - 4} ${MIDDLE + 20}l4 8l4 -8Z`} />
      <text x={MIDDLE} y={HIGH - 4} textAnchor="middle">
        lens
      </text>
      <path className="way" d={`M${SIDE_X} ${SIDE_Y - ARM}A${ARM} ${ARM} 0 0 1 ${SIDE_X} ${SIDE_Y + ARM}`} />
      <ellipse className="head" cx={SIDE_X} cy={SIDE_Y} rx={13} ry={19} />
      <path className="head" d={`M${SIDE_X + 12} ${SIDE_Y - 4}l8 5l-8 3Z`} />
      {truth && (
        <g
          className="truth"
          role="img"
          aria-label={`The key stood at ${Math.round(truth[0] ?? 0)} degrees, ${Math.round(truth[1] ?? 0)} high`}
        >
          <circle cx={at(truth[0] ?? 0)[0]} cy={at(truth[0] ?? 0)[1]} r={8} />
          <circle cx={up(truth[1] ?? 0)[0]} cy={up(truth[1] ?? 0)[1]} r={8} />
        </g>
      )}
      {ring !== undefined && (
        <>
          <path
            className="ring"
            d={`M${MIDDLE} ${MIDDLE}L${at(azimuth - across).join(" ")}${arc(RADIUS, 0)}${at(azimuth + across).join(" ")}Z`}
          />
          <path
            className="ring"
            d={`M${SIDE_X} ${SIDE_Y}L${up(elevation - ring).join(" ")}${arc(ARM, 0)}${up(elevation + ring).join(" ")}Z`}
          />
        </>
      )}
      <g
        {...grip("round", azimuth, [-180, 180], (by) => onChange?.({ azimuth: ((azimuth + by + 540) % 360) - 180 }))}
        aria-label="Side: the key round the head"
      >
        <rect x={kx - wide / 2} y={ky - 5} width={wide} height={10} transform={`rotate(${-azimuth} ${kx} ${ky})`} />
        <circle cx={kx} cy={ky} r={20} />
      </g>
      <g
        {...grip("up", elevation, [-60, 80], (by) => onChange?.({ elevation: Math.max(-60, Math.min(80, elevation + by)) }))}
        aria-label="Height: the key over the face"
      >
        <rect x={ux - 5} y={uy - wide / 2} width={10} height={wide} transform={`rotate(${-elevation} ${ux} ${uy})`} />
        <circle cx={ux} cy={uy} r={20} />
      </g>
      <text className="figures" x={MIDDLE} y={14} textAnchor="middle">
        {Math.abs(azimuth)}° {azimuth > 0 ? "right" : azimuth < 0 ? "left" : ""}
      </text>
      <text className="figures" x={SIDE_X} y={14} textAnchor="middle">
        {elevation}° {elevation >= 0 ? "up" : "down"}
      </text>
    </svg>
  );
}
