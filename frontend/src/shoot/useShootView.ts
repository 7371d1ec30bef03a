import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { inWords, problemsIn, server, type Shoot } from "../server/client";
import { queries } from "../server/queries";
import { useSettings } from "../theme/useSettings";

const AGAIN = 5000; // ms: another screen may have gone on

/** Where a sitting is, and what the hand does: go on, fire, keep. */
export function useShootView(id: string) {
  const feet = useSettings((s) => s.feet);
  const key = ["shoot", id, feet];
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const path = { sitting_id: id };
  const asked = useQuery({
    queryKey: key,
    refetchInterval: AGAIN,
    retry: false,
    queryFn: async () => {
      const { data, error } = await server.GET("/api/shoot/{sitting_id}", { params: { path, query: { feet } } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });

  /** Takes an answer that tells where it is now. */
  function take({ data, error }: { data?: Shoot | undefined; error?: unknown }) {
    setWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      queries.setQueryData(key, data);
    }
  }

  async function come(step: number, done = 0) {
    take(await server.PUT("/api/shoot/{sitting_id}", { params: { path }, body: { step, done, feet } }).catch(() => ({ error: null })));
  }

  async function fire(timer: number) {
    setBusy(true);
    const answer = await server
      .POST("/api/shoot/{sitting_id}/fire", { params: { path }, body: { timer, feet } })
      .catch(() => ({ data: undefined, error: null }));
    setBusy(false);
    setWrong(answer.data ? "" : inWords(problemsIn(answer.error)));
    await queries.invalidateQueries({ queryKey: key });
  }

  async function judge(entry: string, to: { kept?: boolean | null; note?: string }) {
    const body = to as { kept: boolean | null; note: string; stars: number | null };
    take(
      await server
        .PUT("/api/shoot/frame/{entry_id}", { params: { path: { entry_id: entry } }, body })
        .catch(() => ({ data: undefined, error: null })),
    );
  }

  return { here: asked.data, wrong: wrong || (asked.error?.message ?? ""), busy, come, fire, judge };
}
