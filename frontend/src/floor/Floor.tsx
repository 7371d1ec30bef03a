import { chosenLight, useBench } from "../bench/store";
import { MeterThing } from "../meter/MeterThing";
import { Ghost } from "../plan/Ghost";
import { fromAbove, PlanContext } from "../plan/projection";
import { Room } from "../plan/Room";
import { Tape } from "../plan/Tape";
import { Things } from "../plan/Things";
import { ExposureLines } from "./ExposureLines";
import type { Drawing } from "../server/client";

const MARGIN = 26;

/** The room from above, to scale: camera at the bottom, so that left here is left in the picture. */
export function Floor({ drawing, width, height }: { drawing: Drawing; width: number; height: number }) {
  const thing = useBench((s) => s.thing);
  const light = `lights.${chosenLight(thing)}`;
  const resisted = useBench((s) => s.resisted);
  const scale = Math.min((width - 2 * MARGIN - 20) / drawing.width, (height - 2 * MARGIN) / drawing.depth);
  const left = (width - drawing.width * scale) / 2;
  const plan = fromAbove(drawing.width, scale, left, MARGIN);
  const shares: Record<string, number> = { "lens to sitter": 0.2, "sitter to backdrop": 0.62 };
  const right = left + drawing.width * scale;
  const bottom = MARGIN + drawing.depth * scale;
  return (
    <PlanContext value={plan}>
      <svg className="plan floor" width={width} height={height} role="group" aria-label="Floor: the room from above">
        <Room wide={drawing.width} high={drawing.depth} />
        <text x={left} y={bottom + 17}>
          camera-left
        </text>
        <text x={right} y={bottom + 17} textAnchor="end">
          camera-right
        </text>
        <ExposureLines />
        <Things drawing={drawing} thing={thing} />
        <Ghost now={drawing} />
        <MeterThing />
        {drawing.tapes
          .filter((tape) => !tape.name.startsWith("backdrop margin") || thing === "backdrop")
          .filter((tape) => !tape.name.endsWith("to floor") && (!tape.name.startsWith("lights.") || tape.name.startsWith(`${light} `)))
          .map((tape) => (
            <Tape key={tape.name} tape={tape} share={shares[tape.name] ?? 0.5} />
          ))}
        {resisted && (
          <text className="resisted" x={width / 2} y={16} textAnchor="middle" role="status">
            Stopped: {resisted}
          </text>
        )}
      </svg>
    </PlanContext>
  );
}
