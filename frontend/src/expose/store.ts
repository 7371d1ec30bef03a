import { create } from "zustand";

export type By = "brief" | "disc" | "dome";

/** What outputs must leave, and what the exposure is set by. */
interface Exposing {
  by: By | null;
  depth: boolean;
  backdrop: boolean;
  /** Seconds in which a flash is to be ready; as typed. */
  recycle: string;
  /** Most light at the face, lx s; as typed. */
  comfort: string;
}

export const useExposing = create<Exposing>()(() => ({ by: null, depth: false, backdrop: false, recycle: "", comfort: "" }));

/** A typed number within its limits; null for nothing, undefined for what cannot be. */
export function within(text: string, low: number, high: number): number | null | undefined {
  if (!text.trim()) {
    return null;
  }
  const value = Number(text.trim().replace(",", "."));
  return value >= low && value <= high ? value : undefined;
}
