import { lookAgain } from "../server/idle";

/** Changes that the server has been asked for and has not answered yet: what a tab that is closed at once would lose. */
export interface Change {
  /** Of the set. */
  id: string;
  path: string;
  more: object;
}

let changes: Change[] = [];

export function ask(id: string, path: string, more: object): Change {
  const change = { id, path, more };
  changes = [...changes, change];
  return change;
}

export function unask(change: Change) {
  changes = changes.filter((k) => k !== change);
  lookAgain();
}

/** Those of a set, in order. */
export const askedOf = (id: string) => changes.filter((k) => k.id === id);
