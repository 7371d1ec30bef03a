import type { Sent } from "./saving";

const PREFIX = "deep-amber-unsaved-";

/** Keeps a save in the browser until the server has it. A full store loses only this second copy. */
export function keep(id: string, sent: Sent) {
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify(sent));
  } catch {
    // The store is full: the save itself is still under way.
  }
}

export function drop(id: string) {
  localStorage.removeItem(PREFIX + id);
}

/** Sends what an earlier page left unsent; what the server has already is not saved twice. */
export async function sendLeftOvers(): Promise<void> {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  for (const key of keys) {
    const id = key.slice(PREFIX.length);
    const body = localStorage.getItem(key);
    const answer = await fetch(`/api/sets/${id}`, { method: "PUT", headers: { "Content-Type": "application/json" }, body }).catch(
      () => null,
    );
    // A refused one is on the shelf beside the set (409), or its set has gone: there is nothing more to do for it.
    if (answer && answer.status < 500) {
      localStorage.removeItem(key);
    }
  }
}
