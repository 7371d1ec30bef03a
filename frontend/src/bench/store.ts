import { temporal } from "zundo";
import { create } from "zustand";
import type { Advice, Dial, Eyes, Findings, Mend, Pattern, PhotoSet, Picture, Scene, SetFile, Soft, Try } from "../server/client";

/** In the order of the key that goes through them. */
export const OVERLAYS = ["none", "thirds and level", "4 : 5", "2 : 3", "1 : 1", "circle"] as const;
export type Overlay = (typeof OVERLAYS)[number];

export interface Bench {
  id: string;
  name: string;
  notes: string;
  /** As it was opened, for what the bench does not change. */
  file: SetFile | null;
  /** Version of the last save; the next save is based on it. */
  version: number;
  set: PhotoSet | null;
  savedSet: PhotoSet | null;
  saving: "saved" | "saving" | "failed";
  scene: Scene | null;
  picture: Picture | null;
  thing: string;
  /** The light that is looked at alone. */
  solo: number | null;
  /** Whether the chosen light's lines of equal exposure are shown. */
  lines: boolean;
  picking: boolean;
  findings: Findings | null;
  /** A mend that is looked at before it is taken. */
  preview: Mend | null;
  /** Lines laid over the picture. */
  overlay: Overlay;
  /** Whether the sheet shows what is found, or the values. */
  found: boolean;
  /** The step that is open with instruments of its own; empty for the sheet of a thing. */
  step: "" | "key";
  dial: Dial | null;
  /** Another sitter whose dial is drawn beside. */
  beside: { who: string; dial: Dial; of: PhotoSet } | null;
  tries: Try[];
  eyes: Eyes | null;
  soft: Soft | null;
  /** Roads to the pattern that was asked for last. */
  advice: Advice | null;
  /** The set that the roads go from: another one makes them worthless. */
  adviceOf: PhotoSet | null;
  /** The pattern whose roads are being looked for. */
  seeking: Pattern | "";
  /** The pattern before the sitter moved, while another one is drawn. */
  broken: string;
  /** A picture for ideas that is looked at in place of the set's. */
  idea: { address: string; note: string } | null;
  dragging: boolean;
  resisted: string;
}

const empty: Bench = {
  id: "",
  name: "",
  notes: "",
  file: null,
  version: 0,
  set: null,
  savedSet: null,
  saving: "saved",
  scene: null,
  picture: null,
  thing: "lights.0",
  solo: null,
  lines: false,
  picking: false,
  findings: null,
  preview: null,
  overlay: "none",
  found: false,
  step: "",
  dial: null,
  beside: null,
  tries: [],
  eyes: null,
  soft: null,
  advice: null,
  adviceOf: null,
  seeking: "",
  broken: "",
  idea: null,
  dragging: false,
  resisted: "",
};

/** Everything the bench shows. Undo and redo go over `set` alone. */
export const useBench = create<Bench>()(
  temporal((): Bench => empty, {
    partialize: (state) => ({ set: state.set }),
    equality: (a, b) => a.set === b.set,
  }),
);

export const history = useBench.temporal;

/** Starts over with another set; undo does not reach across. */
export function openOnBench(state: Pick<Bench, "id" | "file" | "name" | "notes" | "version" | "set">) {
  history.getState().pause();
  useBench.setState({ ...empty, ...state, savedSet: state.set });
  history.getState().clear();
  history.getState().resume();
}

/** While something is dragged only the state before the drag is remembered. */
export function beginDrag() {
  useBench.setState({ dragging: true });
}

export function takeScene(scene: Scene) {
  const { dragging } = useBench.getState();
  useBench.setState({ set: scene.set, scene, resisted: scene.resisted, preview: null });
  if (dragging) {
    history.getState().pause();
  }
}

export function endDrag() {
  useBench.setState({ dragging: false, resisted: "" });
  history.getState().resume();
}
