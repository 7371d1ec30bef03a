import { create } from "zustand";
import { remember } from "./focus";
import type { Answer, PhotoSet, Picture } from "../server/client";

/** In the order of the key that goes through them. */
export const OVERLAYS = ["none", "thirds and level", "4 : 5", "2 : 3", "1 : 1", "circle"] as const;
export type Overlay = (typeof OVERLAYS)[number];

export type Marked = "" | "clipped" | "raw";

/** What the Frame shows. */
interface FrameState {
  picture: Picture | null;
  /** The set that the picture is of. */
  of: PhotoSet | null;
  /** Whether the picture is of no flash firing. */
  flashless: boolean;
  /** An answer that is previewed before it is applied. */
  preview: Pick<Answer, "text" | "set"> | null;
  /** Index of the light that is looked at alone. */
  solo: number | null;
  /** The frame as it is when no flash fires. */
  withoutFlash: boolean;
  /** What is marked in the picture: what clips in the file, or in a raw file too. */
  marked: Marked;
  /** Lines laid over the picture. */
  overlay: Overlay;
  /** A picture for ideas that is looked at in place of the set's. */
  idea: { address: string; note: string } | null;
  /** The pattern before the sitter moved, while another one is drawn. */
  broken: string;
}

export const useFrame = create<FrameState>()(() => ({
  picture: null,
  of: null,
  flashless: false,
  preview: null,
  solo: null,
  withoutFlash: false,
  marked: "",
  overlay: "none",
  idea: null,
  broken: "",
}));

/** Previews an answer; the same again dismisses it. */
export function preview(answer: Pick<Answer, "text" | "set">) {
  remember();
  useFrame.setState((now) => ({
    preview: now.preview?.text === answer.text ? null : { text: answer.text, set: answer.set },
  }));
}

export function nextOverlay() {
  useFrame.setState((now) => ({ overlay: OVERLAYS[(OVERLAYS.indexOf(now.overlay) + 1) % OVERLAYS.length] ?? "none" }));
}
