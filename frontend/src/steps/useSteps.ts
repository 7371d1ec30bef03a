import { useQuery } from "@tanstack/react-query";
import { useOpen } from "../bench/open";
import { server } from "../server/client";

/** The steps that exist, in working order, the framings of the camera step, and the patterns. */
export function useSteps() {
  return useQuery({ queryKey: ["steps"], queryFn: async () => (await server.GET("/api/steps")).data, staleTime: Infinity }).data;
}

/** The step that is open with instruments of its own. */
export function useStep() {
  const open = useOpen((s) => s.step);
  return useSteps()?.steps.find((step) => step.code === open);
}
