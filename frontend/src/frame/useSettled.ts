import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useBench } from "../bench/store";
import type { PhotoSet } from "../server/client";
import { idOf } from "../server/queries";
import { useSettings } from "../theme/useSettings";
import { useFrame } from "./store";
import { newestTurn } from "./usePicture";

const AGAIN = 400; // ms after which what gave way to something asked for is asked again
const MOST = 20;

export interface Asked {
  set: PhotoSet;
  feet: boolean;
  viewer: string;
  turn: number;
}

class GaveWay extends Error {}

/** The set that is seen: an answer that is previewed, else the one on the bench. */
export function useSeen(): PhotoSet | null {
  const previewed = useFrame((s) => s.preview?.set ?? null);
  const set = useBench((s) => s.set);
  return previewed ?? set;
}

/**
 * What is worked out of the set that is seen once its fine picture stands; what was known before stays until then.
 * An empty answer says that something newer came first: it is asked again.
 */
export function useSettled<T>(
  name: readonly unknown[],
  ask: (body: Asked, signal: AbortSignal) => Promise<{ data?: T | undefined }>,
  enabled = true,
) {
  const seen = useSeen();
  const feet = useSettings((s) => s.feet);
  const settled = useFrame((s) => s.picture?.quality === "settled" && s.of === seen);
  return useQuery({
    queryKey: [...name, idOf(seen), feet],
    enabled: enabled && settled && seen !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 30_000,
    retry: (count, error) => error instanceof GaveWay && count < MOST,
    retryDelay: AGAIN,
    queryFn: async ({ signal }) => {
      if (!seen) {
        throw new GaveWay();
      }
      const { data } = await ask({ set: seen, feet, ...newestTurn() }, signal);
      if (!data) {
        throw new GaveWay();
      }
      return data;
    },
  });
}
