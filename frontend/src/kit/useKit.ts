import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Kit, type KitAnswer, type Problem, problemsIn, server } from "../server/client";

/** The kit as it is kept; `save` puts a changed one in its place and gives back what was refused. */
export function useKit() {
  const queries = useQueryClient();
  const [problems, setProblems] = useState<Problem[]>([]);
  const kit = useQuery({ queryKey: ["kit"], queryFn: async () => (await server.GET("/api/kit")).data ?? null, staleTime: 0 });

  async function save(changed: Kit): Promise<boolean> {
    const { data, error } = await server.PUT("/api/kit", { body: { based_on: kit.data?.version ?? 0, kit: changed } });
    if (data) {
      queries.setQueryData(["kit"], data);
      void queries.invalidateQueries({ queryKey: ["picks"] });
      setProblems([]);
      return true;
    }
    if (error && "present" in error) {
      queries.setQueryData(["kit"], (error as { present: KitAnswer }).present);
      setProblems([{ field: "", message: "The kit was changed in another tab; this is how it is now. Put your change in again.", accepted: "" }]);
    } else {
      setProblems(problemsIn(error));
    }
    return false;
  }

  return { answer: kit.data, failed: kit.isError, save, problems, setProblems };
}
