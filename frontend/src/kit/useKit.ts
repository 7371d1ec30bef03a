import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type Kit, type KitAnswer, type Problem, problemsIn, server } from "../server/client";

/** The kit as it is kept; `save` changes it and gives back what is kept then, or null where that was refused. */
export function useKit() {
  const queries = useQueryClient();
  const [problems, setProblems] = useState<Problem[]>([]);
  const before = useRef<Promise<Kit | null>>(Promise.resolve(null));
  const kit = useQuery({ queryKey: ["kit"], queryFn: async () => (await server.GET("/api/kit")).data ?? null, staleTime: 0 });

  // One after the other, each from what the one before it made: a slow save must not look like another tab's, nor undo one.
  function save(change: (kit: Kit) => Kit): Promise<Kit | null> {
    const mine = before.current.then(() => put(change));
    before.current = mine.catch(() => null);
    return mine;
  }

  async function put(change: (kit: Kit) => Kit): Promise<Kit | null> {
    const now = queries.getQueryData<KitAnswer | null>(["kit"]);
    if (!now) {
      return null;
    }
    const { data, error } = await server
      .PUT("/api/kit", { body: { based_on: now.version, kit: change(now.kit) } })
      .catch(() => ({ data: undefined, error: undefined }));
    if (data) {
      queries.setQueryData(["kit"], data);
      void queries.invalidateQueries({ queryKey: ["picks"] });
      setProblems([]);
      return data.kit;
    }
    if (error && "present" in error) {
      queries.setQueryData(["kit"], (error as { present: KitAnswer }).present);
      setProblems([
        { field: "", message: "The kit was changed in another tab; this is how it is now. Put your change in again.", accepted: "" },
      ]);
    } else {
      setProblems(problemsIn(error));
    }
    return null;
  }

  return { answer: kit.data, failed: kit.isError, save, problems, setProblems };
}
