import { create } from "zustand";
import type { PhotoSet, Wish } from "../server/client";

export interface Pulled {
  surface: string;
  /** As typed, or pulled in stops. */
  text: string;
  /** Where its open marker stands before the server has said. */
  stops: number | null;
}

/** What is wished of the set on the bench. */
interface WishState {
  targets: Pulled[];
  /** All bands of the brief at once, in place of targets. */
  aims: boolean;
  letGo: string[];
  keep: string[];
  /** The set that it was asked of: another one makes the answers worthless. */
  of: PhotoSet | null;
  answer: Wish | null;
  asking: boolean;
  /** Why it was refused, in words. */
  problem: string;
}

export const useWish = create<WishState>()(() => ({
  targets: [],
  aims: false,
  letGo: [],
  keep: [],
  of: null,
  answer: null,
  asking: false,
  problem: "",
}));
