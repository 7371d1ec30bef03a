import type { ComponentType } from "react";
import { KeyAnswer } from "../key/KeyAnswer";
import { KeyPanel } from "../key/KeyPanel";
import { Tries } from "../key/Tries";

/** What a step with an instrument of its own shows: under the picture, in place of the sheet, at the picture's sides. */
interface Instrument {
  Answer?: ComponentType;
  Panel?: ComponentType;
  Beside?: ComponentType;
}

const INSTRUMENTS: Record<string, Instrument> = {
  key: { Answer: KeyAnswer, Panel: KeyPanel, Beside: Tries },
};

/** By the name that the step's description gives it; none for the sheet of its thing. */
export function instrumentOf(name: string | undefined): Instrument {
  return INSTRUMENTS[name ?? ""] ?? {};
}
