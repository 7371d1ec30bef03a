import type { Picture } from "../server/client";

/** A ratio as it is said; a shadow without light has none worth a figure. */
export function ratioText({ ratio }: Picture["ratio"]): string {
  return `${ratio < 100 ? ratio.toFixed(1) : "over 100"} : 1`;
}
