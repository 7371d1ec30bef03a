import { create } from "zustand";
import { inWords, type PhotoSet, problemsIn, type SetFile, server, type Stored } from "../server/client";
import { askedOf } from "./asked";
import { keep, drop } from "./unsaved";
import { useBench } from "./store";

/** How the set on the bench stands to the shelf. */
interface Saving {
  state: "saved" | "saving" | "failed";
  /** Version of the last save; the next save is based on it. */
  version: number;
  savedSet: PhotoSet | null;
}

export const useSaving = create<Saving>()(() => ({ state: "saved", version: 0, savedSet: null }));

const tab = crypto.randomUUID();
let turn = 0;
let saving: Promise<Saved> = Promise.resolve({ kind: "nothing" });

export type Saved =
  { kind: "nothing" | "saved" } | { kind: "refused"; words: string } | { kind: "unanswered" } | { kind: "stale"; kept: Stored };

export interface Sent {
  based_on: number;
  file: SetFile;
  tab: string;
  turn: number;
}

function unsaved(asked = false) {
  const { id, set, file, name, notes } = useBench.getState();
  const { savedSet, version } = useSaving.getState();
  if (!set || !file || (set === savedSet && !asked)) {
    return null;
  }
  turn += 1;
  const sent: Sent = { based_on: version, file: { ...file, name, notes, set }, tab, turn };
  return { id, set, sent };
}

async function send(): Promise<Saved> {
  const made = unsaved();
  if (!made) {
    return { kind: "nothing" };
  }
  const { id, set, sent } = made;
  useSaving.setState({ state: "saving" });
  const { data, error, response } = await server
    .PUT("/api/sets/{set_id}", { params: { path: { set_id: id } }, body: sent })
    .catch(() => ({ data: undefined, error: undefined, response: undefined }));
  const here = useBench.getState().id === id;
  if (data) {
    drop(id);
    if (here) {
      useSaving.setState({ version: data.version, savedSet: set, state: "saved" });
    }
    return { kind: "saved" };
  }
  if (response?.status === 409 && error && "kept" in error) {
    drop(id);
    if (here) {
      // It is on the shelf under a name of its own: nothing of it is left to save here.
      useSaving.setState({ savedSet: useBench.getState().set, state: "saved" });
    }
    return { kind: "stale", kept: error.kept };
  }
  if (here) {
    useSaving.setState({ state: "failed" });
  }
  if (!response || response.status >= 500) {
    keep(id, sent);
    return { kind: "unanswered" };
  }
  return { kind: "refused", words: inWords(problemsIn(error)) };
}

/** Saves what is not saved yet, after the save that is under way. */
export function save(): Promise<Saved> {
  saving = saving.catch((): Saved => ({ kind: "nothing" })).then(send);
  return saving;
}

/** Does something to the set on the shelf between saves, so that neither is taken for another tab's. */
export function betweenSaves<T>(work: () => Promise<T>): Promise<T> {
  const done = save().then(work);
  saving = done.then(
    (): Saved => ({ kind: "nothing" }),
    (): Saved => ({ kind: "nothing" }),
  );
  return done;
}

/** What browsers send of a page that is left, at most. */
const KEEPALIVE = 60_000;

/**
 * The page is left: it is kept in the browser until the server has it, and sent at once where browsers allow it.
 * The server knows this tab's saves apart, so that one more than needed does no harm.
 */
export function saveOnLeaving() {
  const { id, thing } = useBench.getState();
  const left = askedOf(id);
  const made = unsaved(left.length > 0);
  if (!made) {
    return;
  }
  keep(made.id, { ...made.sent, left, thing });
  if (left.length > 0) {
    return; // the next page asks for them, and saves what they make
  }
  const body = JSON.stringify(made.sent);
  if (body.length < KEEPALIVE) {
    void fetch(`/api/sets/${made.id}`, { method: "PUT", keepalive: true, headers: { "Content-Type": "application/json" }, body })
      .then((answer) => answer.ok && drop(made.id))
      .catch(() => undefined);
  }
}

/** Whether something is not saved that is too large to be sent while the page is left. */
export function mustHold(): boolean {
  const { set, file } = useBench.getState();
  return set !== null && set !== useSaving.getState().savedSet && JSON.stringify({ ...file, set }).length > KEEPALIVE;
}

/** Starts over with another set. */
export function opened(set: PhotoSet, version: number) {
  useSaving.setState({ state: "saved", version, savedSet: set });
}
