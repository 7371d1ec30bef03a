/** Stops with their sign, in tenths. */
export const signed = (stops: number) => (Math.abs(stops) < 0.05 ? "0.0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`);

/** How far over or under something, in words: the sign is the word's. */
export const beside = (stops: number, what: string) =>
  Math.abs(stops) < 0.05 ? `level with ${what}` : `${Math.abs(stops).toFixed(1)} stops ${stops > 0 ? "over" : "under"} ${what}`;
