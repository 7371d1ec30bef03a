import { useQuery } from "@tanstack/react-query";
import { waysKey } from "../bench/choosing";
import { useBench } from "../bench/store";
import type { Advice } from "../server/client";
import { useKeyStep } from "./store";

/** The advice while the bench is where it was asked, or on one of its ways: applied later, a way would undo what was changed since. */
export function useAdvice(): Advice | null {
  const asked = useKeyStep((s) => s.asked);
  const set = useBench((s) => s.set);
  const { data } = useQuery<Advice>({ queryKey: waysKey(asked?.of ?? null, asked?.target ?? "", asked?.half ?? null), enabled: false });
  if (!asked || !data || !set) {
    return null;
  }
  const here = set === asked.of || [...data.ways, ...data.possible].some((way) => way.set === set);
  return here ? data : null;
}
