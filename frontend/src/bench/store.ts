import { temporal } from "zundo";
import { create } from "zustand";
import type { PhotoSet, Scene, SetFile } from "../server/client";
import { lightIndex, type Thing } from "../server/things";
import { useExposing } from "../expose/store";
import { useFrame } from "../frame/store";
import { useKeyStep } from "../key/store";
import { useWish } from "../wish/store";
import { useMeter } from "../meter/store";
import { useOpen } from "./open";

/** The set on the bench, and what the hand does with it. */
export interface Bench {
  id: string;
  name: string;
  notes: string;
  /** As it was opened, for what the bench does not change. */
  file: SetFile | null;
  set: PhotoSet | null;
  scene: Scene | null;
  thing: Thing;
  dragging: boolean;
  /** What stopped a move, in words. */
  resisted: string;
  /** Why a change was not made: the server did not answer, and it is tried again. */
  trouble: string;
}

const empty: Bench = {
  id: "",
  name: "",
  notes: "",
  file: null,
  set: null,
  scene: null,
  thing: "lights.0",
  dragging: false,
  resisted: "",
  trouble: "",
};

/** Undo and redo go over `set` alone. */
export const useBench = create<Bench>()(
  temporal((): Bench => empty, {
    partialize: (state) => ({ set: state.set }),
    equality: (a, b) => a.set === b.set,
  }),
);

export const history = useBench.temporal;

/** Starts over with another set; undo does not reach across. */
export function openOnBench(state: Pick<Bench, "id" | "file" | "name" | "notes" | "set">) {
  history.getState().pause();
  useBench.setState({ ...empty, ...state });
  useFrame.setState(useFrame.getInitialState(), true);
  useKeyStep.setState(useKeyStep.getInitialState(), true);
  useExposing.setState(useExposing.getInitialState(), true);
  useOpen.setState(useOpen.getInitialState(), true);
  useMeter.setState(useMeter.getInitialState(), true);
  useWish.setState(useWish.getInitialState(), true);
  history.getState().clear();
  history.getState().resume();
}

/** While something is dragged only the state before the drag is remembered. */
export function beginDrag() {
  useBench.setState({ dragging: true });
}

/** Puts the server's answer to a change on the bench. */
export function takeScene(scene: Scene) {
  const { dragging } = useBench.getState();
  useBench.setState({ set: scene.set, scene, resisted: scene.resisted, trouble: "" });
  useFrame.setState({ preview: null });
  if (dragging) {
    history.getState().pause();
  }
}

export function endDrag() {
  useBench.setState({ dragging: false, resisted: "" });
  history.getState().resume();
}

/** The index of the chosen light, else of the first. */
export function chosenLight(thing: Thing): number {
  return lightIndex(thing) ?? 0;
}
