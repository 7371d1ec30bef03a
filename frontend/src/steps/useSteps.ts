import { useQuery } from "@tanstack/react-query";
import { useOpen } from "../bench/open";
import { useBench } from "../bench/store";
import { server } from "../server/client";

/** The steps that exist, in working order, the framings of the camera step, and the patterns. */
export function useSteps() {
  return useQuery({ queryKey: ["steps"], queryFn: async () => (await server.GET("/api/steps")).data, staleTime: Infinity }).data;
}

/** The step that is open: the chosen one while its thing or its instrument is, else the first of the chosen thing. */
export function useStep() {
  const open = useOpen((s) => s.step);
  const thing = useBench((s) => s.thing);
  const steps = useSteps()?.steps;
  const chosen = steps?.find((step) => step.code === open && (step.instrument || step.thing === thing));
  return chosen ?? steps?.find((step) => step.thing === thing);
}
