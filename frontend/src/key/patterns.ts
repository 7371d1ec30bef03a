import type { Pattern } from "../server/client";

/** In the order of the strip and of the keys. */
export const PATTERNS: Pattern[] = ["flat", "butterfly", "loop", "Rembrandt", "split", "overhead", "under light", "rim"];
