import { create } from "zustand";
import type { Meter, MeterIn } from "../server/client";

export const HELD_AT: { value: NonNullable<MeterIn["at"]>; label: string }[] = [
  { value: "face", label: "before the face" },
  { value: "cheek_left", label: "left cheek" },
  { value: "cheek_right", label: "right cheek" },
  { value: "forehead", label: "forehead" },
  { value: "chin", label: "chin" },
  { value: "cloth", label: "cloth" },
  { value: "backdrop_middle", label: "backdrop" },
];

/** A reading that was kept. */
export interface Kept {
  number: number;
  shown: string;
  aperture: number;
  where: string;
  toward: string;
  of: string;
}

/** The meter in the hand. */
interface InHand {
  inHand: boolean;
  /** Held by name; null for a place it was pulled to. */
  at: MeterIn["at"];
  place: Meter["place"] | null;
  toward: string;
  aim: Meter["aim"] | null;
  receptor: "dome" | "flat" | "spot";
  /** What of the reading is shown large. */
  of: "both" | "flash" | "room";
  /** Index of the one light that is read; null for all. */
  alone: number | null;
  pulled: boolean;
  reading: Meter | null;
  wrong: string;
  kept: Kept[];
  /** Two kept readings against each other, by number. */
  ratio: string;
  /** What the hand meter said. */
  byHand: string;
  spot: { x: number; y: number; stops: number; code: number; lightness: number } | null;
}

export const useMeter = create<InHand>()(() => ({
  inHand: false,
  at: "face",
  place: null,
  toward: "key",
  aim: null,
  receptor: "dome",
  of: "both",
  alone: null,
  pulled: false,
  reading: null,
  wrong: "",
  kept: [],
  ratio: "",
  byHand: "",
  spot: null,
}));

export const MOST_KEPT = 12;

export function takeUp(inHand = !useMeter.getState().inHand) {
  useMeter.setState({ inHand, spot: null });
}
