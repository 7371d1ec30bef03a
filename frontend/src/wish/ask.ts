import { preview, useFrame } from "../frame/store";
import { newestTurn } from "../frame/usePicture";
import { useBench } from "../bench/store";
import type { Wish } from "../server/client";
import { askLines, refusal } from "../server/lines";
import { useSettings } from "../theme/useSettings";
import { useWish } from "./store";

let number = 0;
let under: AbortController | null = null;

/** Lets go of the wish and of what is being tried for it. */
export function dropWish() {
  under?.abort();
  under = null;
  useWish.setState(useWish.getInitialState(), true);
}

/** Ends the search and keeps what was found. */
export function stopAsking() {
  under?.abort();
  under = null;
  useWish.setState({ asking: false });
}

/** Wishes a surface elsewhere; other wishes of the same set stay. */
export function pull(surface: string, text: string, stops: number | null = null) {
  const { set } = useBench.getState();
  const now = useWish.getState();
  const others = now.of === set ? now.targets.filter((t) => t.surface !== surface) : [];
  useWish.setState({ targets: [...others, { surface, text, stops }], aims: false, ...(now.of === set ? {} : { letGo: [], keep: [] }) });
  void ask();
}

/** Wishes all bands of the brief at once. */
export function askForAims() {
  useWish.setState({ targets: [], aims: true, letGo: [], keep: [] });
  void ask();
}

export function unpull(surface: string) {
  const targets = useWish.getState().targets.filter((t) => t.surface !== surface);
  if (!targets.length) {
    dropWish();
    return;
  }
  useWish.setState({ targets });
  void ask();
}

/** Keeps something, or lets it go. */
export function toggleKept(name: string, kept: boolean) {
  useWish.setState((now) => ({
    letGo: kept ? [...now.letGo.filter((k) => k !== name), name] : now.letGo.filter((k) => k !== name),
    keep: kept ? now.keep.filter((k) => k !== name) : [...now.keep.filter((k) => k !== name), name],
  }));
  void ask();
}

/** Asks for what does it; answers are put down as they come, a line each time. */
export async function ask(): Promise<void> {
  const { set } = useBench.getState();
  const { targets, aims, letGo, keep } = useWish.getState();
  if (!set || !(targets.length || aims)) {
    return;
  }
  under?.abort();
  const mine = new AbortController();
  under = mine;
  number += 1;
  useWish.setState({ of: set, answer: null, asking: true, problem: "" });
  useFrame.setState({ preview: null });
  const body = {
    set,
    targets: targets.map(({ surface, text }) => ({ surface, text })),
    aims,
    let_go: letGo,
    keep,
    number,
    viewer: newestTurn().viewer,
    feet: useSettings.getState().feet,
  };
  try {
    await askLines<Wish>("/api/wish", body, mine.signal, (answer) => useWish.setState({ answer }));
    useWish.setState({ asking: false });
  } catch (error) {
    if (!mine.signal.aborted) {
      useWish.setState({ problem: refusal(error), asking: false });
    }
  }
}

/** Previews the answer that costs least. */
export function previewFirst() {
  const first = useWish.getState().answer?.answers[0];
  if (first) {
    preview(first);
  }
}
