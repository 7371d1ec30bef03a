import type { ComponentType } from "react";
import { BackgroundPanel } from "../background/BackgroundPanel";
import { ExposePanel } from "../expose/ExposePanel";
import { FillPanel } from "../fill/FillPanel";
import { KeyAnswer } from "../key/KeyAnswer";
import { KeyPanel } from "../key/KeyPanel";
import { Tries } from "../key/Tries";
import { RimPanel } from "../rim/RimPanel";

/** What a step with an instrument of its own shows: under the picture, in place of the sheet, at the picture's sides. */
interface Instrument {
  Answer?: ComponentType;
  Panel?: ComponentType;
  Beside?: ComponentType;
}

const INSTRUMENTS: Record<string, Instrument> = {
  key: { Answer: KeyAnswer, Panel: KeyPanel, Beside: Tries },
  fill: { Panel: FillPanel },
  rim: { Panel: RimPanel },
  background: { Panel: BackgroundPanel },
  expose: { Panel: ExposePanel },
};

/** By the name that the step's description gives it; none for the sheet of its thing. */
export function instrumentOf(name: string | undefined): Instrument {
  return INSTRUMENTS[name ?? ""] ?? {};
}
