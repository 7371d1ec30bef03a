import { create } from "zustand";
import type { Half, Pattern, PhotoSet } from "../server/client";

/** What was asked in the step Key. */
interface KeyStep {
  /** The pattern whose ways were asked for last, on which half of the dial, and the set they go from: another one makes them worthless. */
  asked: { target: Pattern; half: Half; of: PhotoSet } | null;
  /** The pattern whose ways are being tried. */
  seeking: Pattern | "";
  /** Another sitter whose dial is compared with this one's. */
  compare: string;
}

export const useKeyStep = create<KeyStep>()(() => ({ asked: null, seeking: "", compare: "" }));
