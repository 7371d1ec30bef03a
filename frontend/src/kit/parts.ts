import type { Kit } from "../server/client";

export const PARTS = ["sources", "modifiers", "panels", "stands", "backdrops", "cameras", "lenses"] as const;
export type Part = (typeof PARTS)[number];
export type Item = Record<string, unknown> & { name: string; quantity?: number };

export const items = (kit: Kit, part: Part) => (kit[part] ?? []) as unknown as Item[];

export const withItems = (kit: Kit, part: Part, list: Item[]): Kit => ({ ...kit, [part]: list }) as Kit;

/** The value at a dotted name of an item. */
export function at(item: Item, name: string): unknown {
  return name.split(".").reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], item);
}

/** The item with a value put in at a dotted name. */
export function put<T>(item: T, name: string, value: unknown): T {
  const [head = "", ...rest] = name.split(".");
  const inside = (item as Record<string, unknown>)[head];
  return { ...item, [head]: rest.length ? put((inside ?? {}) as Record<string, unknown>, rest.join("."), value) : value } as T;
}
