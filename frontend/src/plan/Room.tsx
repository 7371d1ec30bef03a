import type { ReactNode } from "react";
import { useSettings } from "../theme/useSettings";
import { usePlan } from "./projection";

const FOOT = 0.3048;

interface Props {
  wide: number;
  high: number;
  children?: ReactNode;
}

/** The room's outline with a rule along two sides: half metres, or feet. */
export function Room({ wide, high }: Props) {
  const plan = usePlan();
  const feet = useSettings((s) => s.feet);
  const floor = plan.view === "floor";
  const corner = floor ? plan.at([-wide / 2, 0, 0]) : plan.at([0, high, 0]);
  const [left, top] = corner;
  const [w, h] = [wide * plan.scale, high * plan.scale];
  const step = feet ? FOOT : 0.5;
  const every = 2;
  const along = Math.floor((floor ? high : wide) / step + 1e-6);
  const ticks = Array.from({ length: along + 1 }, (_, i) => i);
  return (
    <g className="room">
      <rect x={left} y={top} width={w} height={h} />
      {ticks.map((i) => {
        const at = i * step * plan.scale;
        const major = i % every === 0;
        const label = feet ? `${i}′` : `${i * step}`;
        return floor ? (
          <g key={i}>
            <line x1={left - (major ? 7 : 4)} x2={left} y1={top + at} y2={top + at} />
            {major && (
              <text x={left - 10} y={top + at + 4} textAnchor="end">
                {label}
              </text>
            )}
          </g>
        ) : (
          <g key={i}>
            <line y1={top + h} y2={top + h + (major ? 7 : 4)} x1={left + at} x2={left + at} />
            {major && (
              <text x={left + at} y={top + h + 18} textAnchor="middle">
                {label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
