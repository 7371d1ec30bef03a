import { useQuery } from "@tanstack/react-query";
import { server } from "../server/client";

/** The steps that exist, in working order, and the framings of the camera step. */
export function useSteps() {
  return useQuery({ queryKey: ["steps"], queryFn: async () => (await server.GET("/api/steps")).data, staleTime: Infinity }).data;
}
