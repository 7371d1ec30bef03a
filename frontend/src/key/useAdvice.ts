import { useBench } from "../bench/store";

/** The advice while the bench is where it was asked, or on one of its roads: taken later, a road would undo what was changed since. */
export function useAdvice() {
  return useBench(({ advice, adviceOf, set }) => {
    const roads = advice ? [...advice.roads, ...advice.possible] : [];
    return set !== null && (set === adviceOf || roads.some((road) => road.set === set)) ? advice : null;
  });
}
