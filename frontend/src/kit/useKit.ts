import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type Kit, type KitAnswer, type Problem, problemsIn, server } from "../server/client";

/** The kit as it is kept; `save` puts a changed one in its place and gives back what was refused. */
export function useKit() {
  const queries = useQueryClient();
  const [problems, setProblems] = useState<Problem[]>([]);
  const before = useRef<Promise<boolean>>(Promise.resolve(true));
  const kit = useQuery({ queryKey: ["kit"], queryFn: async () => (await server.GET("/api/kit")).data ?? null, staleTime: 0 });

  // One after the other, each based on what the one before it made: a slow save must not look like another tab's.
  function save(changed: Kit): Promise<boolean> {
    const mine = before.current.then(() => put(changed));
    before.current = mine.catch(() => false);
    return mine;
  }

  async function put(changed: Kit): Promise<boolean> {
    const version = queries.getQueryData<KitAnswer | null>(["kit"])?.version ?? 0;
    const { data, error } = await server
      .PUT("/api/kit", { body: { based_on: version, kit: changed } })
      .catch(() => ({ data: undefined, error: undefined }));
    if (data) {
      queries.setQueryData(["kit"], data);
      void queries.invalidateQueries({ queryKey: ["picks"] });
      setProblems([]);
      return true;
    }
    if (error && "present" in error) {
      queries.setQueryData(["kit"], (error as { present: KitAnswer }).present);
      setProblems([
        { field: "", message: "The kit was changed in another tab; this is how it is now. Put your change in again.", accepted: "" },
      ]);
    } else {
      setProblems(problemsIn(error));
    }
    return false;
  }

  return { answer: kit.data, failed: kit.isError, save, problems, setProblems };
}
