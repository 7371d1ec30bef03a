/** Stops with their sign, in tenths. */
export const signed = (stops: number) => (Math.abs(stops) < 0.05 ? "0.0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`);
