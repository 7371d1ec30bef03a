import { useSettings } from "../theme/useSettings";
import type { Drawing } from "../server/client";
import { usePlan } from "./projection";

interface Props {
  tape: Drawing["tapes"][number];
  /** Where the figure stands along the tape, 0 to 1. */
  share?: number;
}

/** A tape with its figure. */
export function Tape({ tape, share = 0.5 }: Props) {
  const plan = usePlan();
  const feet = useSettings((s) => s.feet);
  const [x1, y1] = plan.at(tape.start);
  const [x2, y2] = plan.at(tape.end);
  const text = feet ? tape.feet_text : tape.centimetres_text;
  const width = text.length * 7.4 + 8;
  const [x, y] = [x1 + (x2 - x1) * share, y1 + (y2 - y1) * share];
  return (
    <g className="tape" data-tape={tape.name} pointerEvents="none">
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      <circle cx={x1} cy={y1} r={2} />
      <circle cx={x2} cy={y2} r={2} />
      <rect x={x - width / 2} y={y - 9} width={width} height={18} rx={2} />
      <text x={x} y={y + 4} textAnchor="middle">
        {text}
      </text>
    </g>
  );
}
