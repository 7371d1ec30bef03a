import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { inWords, problemsIn, server } from "../server/client";
import { refreshScene } from "./changes";
import { opened, useSaving } from "./saving";
import { openOnBench, useBench } from "./store";

/** Opens a set of the shelf on the bench. One that lies there as it was saved stays, with what can be undone. */
export function useOpenSet(id: string) {
  const stored = useQuery({
    queryKey: ["set", id],
    gcTime: 0,
    staleTime: Infinity,
    queryFn: async () => {
      const { data, error } = await server.GET("/api/sets/{set_id}", { params: { path: { set_id: id } } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  useEffect(() => {
    if (!stored.data) {
      return;
    }
    const { file, ...entry } = stored.data;
    const [now, saved] = [useBench.getState(), useSaving.getState()];
    const lies = now.id === entry.id && saved.version >= entry.version && saved.savedSet === now.set;
    if (!lies) {
      opened(file.set, entry.version);
      openOnBench({ id: entry.id, file, name: file.name, notes: file.notes ?? "", set: file.set });
    }
    void refreshScene();
  }, [stored.data]);
  return { ready: Boolean(stored.data), error: stored.error?.message ?? "" };
}
