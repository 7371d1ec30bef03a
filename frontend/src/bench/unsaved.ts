import type { PhotoSet, Scene } from "../server/client";
import type { Change } from "./asked";
import type { Sent } from "./saving";

/** A save, with the changes that were asked for and not answered when the page was left. */
interface Kept extends Sent {
  left?: Change[];
  thing?: string;
}

const PREFIX = "deep-amber-unsaved-";

/** Keeps a save in the browser until the server has it. A full store loses only this second copy. */
export function keep(id: string, sent: Kept) {
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify(sent));
  } catch {
    // The store is full: the save itself is still under way.
  }
}

export function drop(id: string) {
  localStorage.removeItem(PREFIX + id);
}

async function post(method: string, path: string, body: object) {
  const headers = { "Content-Type": "application/json" };
  return fetch(path, { method, headers, body: JSON.stringify(body) }).catch(() => null);
}

/** The set after the changes that were under way; one that is refused is left out. Null where the server does not answer. */
async function afterChanges(set: PhotoSet, left: Change[], thing: string | undefined): Promise<PhotoSet | null> {
  let made = set;
  for (const { path, more } of left) {
    const answer = await post("POST", path, { set: made, thing, feet: false, ...more });
    if (!answer || answer.status >= 500) {
      return null;
    }
    made = answer.ok ? ((await answer.json()) as Scene).set : made;
  }
  return made;
}

/** Sends what an earlier page left unsent; what the server has already is not saved twice. */
export async function sendLeftOvers(): Promise<void> {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  for (const key of keys) {
    const id = key.slice(PREFIX.length);
    const { left = [], thing, ...sent } = JSON.parse(localStorage.getItem(key) ?? "{}") as Kept;
    const set = await afterChanges(sent.file.set, left, thing);
    const answer = set && (await post("PUT", `/api/sets/${id}`, { ...sent, file: { ...sent.file, set } }));
    // A refused one is on the shelf beside the set (409), or its set has gone: there is nothing more to do for it.
    if (answer && answer.status < 500) {
      localStorage.removeItem(key);
    }
  }
}
