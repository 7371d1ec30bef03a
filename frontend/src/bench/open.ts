import { create } from "zustand";

/** What is open beside the drawings and the picture. */
interface Open {
  /** Code of the step that is open with instruments of its own; empty for the sheet of a thing. */
  step: string;
  /** Whether the sheet shows findings, or the values. */
  findings: boolean;
  /** The list of things to add. */
  picking: boolean;
  /** The chosen light's lines of equal exposure. */
  lines: boolean;
}

export const useOpen = create<Open>()(() => ({ step: "", findings: false, picking: false, lines: false }));
