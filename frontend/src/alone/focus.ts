import { inWords, type PhotoSet, problemsIn, server } from "../server/client";

/** What the camera was focused on and locked; null while it focuses by itself. */
export interface FocusedOn {
  on: "object" | null;
  words: string;
  wrong?: string;
}

export async function focusOn(set: PhotoSet, on: "object"): Promise<FocusedOn> {
  const { data, error } = await server
    .POST("/api/devices/focus", { body: { set, on, lock: true } })
    .catch(() => ({ data: undefined, error: null }));
  return data ? { on, words: `locked at ${data.words}` } : { on: null, words: "", wrong: inWords(problemsIn(error)) };
}
