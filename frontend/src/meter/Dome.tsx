import type { AtMeter } from "../server/client";

const SIZE = 118;
const R = 46;

/** The dome as it is seen from where it points to: the part that each light reaches. */
export function Dome({ lights, flat }: { lights: readonly AtMeter[]; flat: boolean }) {
  return (
    <svg
      className="dome"
      width={SIZE}
      height={SIZE}
      viewBox={`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`}
      role="img"
      aria-label={flat ? "The flat disc and where each light comes from" : "The dome and which part of it each light reaches"}
    >
      <circle r={R} className="whole" />
      {!flat &&
        lights.map((k, i) => (
          <path key={k.name} d={litPart(k.off_axis)} transform={`rotate(${k.side})`} className={`lit${i === 0 ? " first" : ""}`} />
        ))}
      {lights.map((k) => {
        const out = R + 7;
        const from = Math.min(1, Math.sin((Math.min(k.off_axis, 90) * Math.PI) / 180)) * out;
        const a = (k.side * Math.PI) / 180;
        return (
          <text key={k.name} x={Math.sin(a) * from} y={-Math.cos(a) * from + 5} textAnchor="middle">
            {k.letter}
          </text>
        );
      })}
    </svg>
  );
}

/** Of a half sphere seen along its axis, lit from so many degrees off it toward the drawing's top. */
function litPart(offAxis: number): string {
  const lit = Math.min(Math.max(offAxis, 0), 180);
  // The edge of the light is half an ellipse whose height is the sine of what is over a right angle.
  const b = Math.abs(Math.cos((lit * Math.PI) / 180)) * R;
  const bulges = lit < 90 ? 0 : 1;
  return `M${-R} 0A${R} ${R} 0 0 1 ${R} 0A${R} ${b} 0 0 ${bulges ? 0 : 1} ${-R} 0Z`;
}
