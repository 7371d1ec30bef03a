import { chosenLight, useBench } from "../bench/store";
import { MeterThing } from "../meter/MeterThing";
import { Ghost } from "../plan/Ghost";
import { fromSide, PlanContext } from "../plan/projection";
import { Room } from "../plan/Room";
import { Tape } from "../plan/Tape";
import { Things } from "../plan/Things";
import type { Drawing } from "../server/client";

const TOP = 10;
const BELOW = 26;
const BESIDE = 30;

/** The room from the side, to scale: backdrop at the left, camera at the right, for heights. */
export function Side({ drawing, width, height }: { drawing: Drawing; width: number; height: number }) {
  const thing = useBench((s) => s.thing);
  const light = `lights.${chosenLight(thing)}`;
  const scale = Math.min((width - 2 * BESIDE) / drawing.depth, (height - TOP - BELOW) / drawing.height);
  const plan = fromSide(drawing.height, scale, (width - drawing.depth * scale) / 2, TOP);
  return (
    <PlanContext value={plan}>
      <svg className="plan side" width={width} height={height} role="group" aria-label="Side: the room from the side, heights">
        <Room wide={drawing.depth} high={drawing.height} />
        <Things drawing={drawing} thing={thing} />
        <Ghost now={drawing} />
        <MeterThing />
        {drawing.tapes
          .filter((tape) => tape.name.startsWith(`${light} `) && tape.name.endsWith("to floor"))
          .map((tape) => (
            <Tape key={tape.name} tape={tape} share={0.75} />
          ))}
      </svg>
    </PlanContext>
  );
}
