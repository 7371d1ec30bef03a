import { create } from "zustand";

/** What is open beside the drawings and the picture. */
interface Open {
  /** Code of the step that was chosen; empty when a thing was. */
  step: string;
  /** Whether the sheet shows findings, or the values. */
  findings: boolean;
  /** The list of things to add. */
  picking: boolean;
  /** The chosen light's lines of equal exposure. */
  lines: boolean;
}

export const useOpen = create<Open>()(() => ({ step: "", findings: false, picking: false, lines: false }));
