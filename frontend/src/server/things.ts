/** Kinds of thing that a set holds several of. */
export const COUNTED = ["lights", "panels", "furniture", "doors"] as const;
export type Counted = (typeof COUNTED)[number];
export type Single = "sitter" | "camera" | "backdrop" | "room" | "look";
/** A thing of the set, as the server names it. */
export type Thing = `${Counted}.${number}` | Single;

/** Kind and index of one of several; null for a single thing. */
export function counted(thing: Thing): { kind: Counted; index: number } | null {
  const [kind, index] = thing.split(".");
  return index === undefined ? null : { kind: kind as Counted, index: Number(index) };
}

/** Index of a light; null for another thing. */
export function lightIndex(thing: Thing): number | null {
  const found = counted(thing);
  return found?.kind === "lights" ? found.index : null;
}

/** A thing that the server has named. */
export function asThing(name: string): Thing {
  return name as Thing;
}
