import { useQuery } from "@tanstack/react-query";
import { type Pick, server } from "../server/client";

/** What can be put into a set: the kit first, then common gear. */
export function usePicks(): Pick[] {
  const picks = useQuery({ queryKey: ["picks"], queryFn: async () => (await server.GET("/api/picks")).data, staleTime: 0 });
  return picks.data?.picks ?? [];
}
