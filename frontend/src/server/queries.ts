import { QueryClient } from "@tanstack/react-query";

export const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

const numbers = new WeakMap<object, number>();
let last = 0;

/** A number for a set as it is, so that the cache need not compare whole sets: a change makes another object. */
export function idOf(set: object | null): number {
  if (!set) {
    return 0;
  }
  const known = numbers.get(set) ?? ++last;
  numbers.set(set, known);
  return known;
}
