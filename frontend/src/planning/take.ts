import { refreshScene } from "../bench/changes";
import { save } from "../bench/saving";
import { useBench } from "../bench/store";
import { inWords, type PhotoSet, problemsIn, type SetFile } from "../server/client";

/** Puts a set on the bench in place of the one that lies there; it can be undone there. */
export async function take(set: PhotoSet): Promise<void> {
  useBench.setState({ set, thing: set.lights.length ? "lights.0" : "sitter" });
  await refreshScene();
  await save();
}

/** Keeps a set on the shelf under a name of its own, beside the one on the bench or another; gives back its id, or why not. */
export async function keepAsAnother(
  set: PhotoSet,
  name: string,
  file: SetFile | null = useBench.getState().file,
): Promise<{ id: string; wrong: string }> {
  if (!file) {
    return { id: "", wrong: "" };
  }
  const body: SetFile = { ...file, name: name.slice(0, 120), set };
  const headers = { "Content-Type": "application/json" };
  const answer = await fetch("/api/sets", { method: "POST", body: JSON.stringify(body), headers }).catch(() => null);
  const told = (await answer?.json().catch(() => null)) as { id: string } | null;
  return answer?.ok && told ? { id: told.id, wrong: "" } : { id: "", wrong: inWords(problemsIn(told)) };
}
