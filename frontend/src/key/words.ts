import type { Half, PatternReading } from "../server/client";

/** What a photographer would call it; two names where neither is sure. */
export function nameIn(reading: PatternReading | null | undefined): string {
  if (!reading) {
    return "–";
  }
  if (reading.composed) {
    return reading.composed;
  }
  return reading.between.join(" or ") || reading.pattern;
}

/** A name of both sides of the face, with the one that is meant. */
export function onHalf(name: string, half: Half): string {
  return half ? `${name} on the ${half}` : name;
}
