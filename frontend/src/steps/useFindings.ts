import { useEffect } from "react";
import { newestTurn } from "../bench/usePicture";
import { useBench } from "../bench/store";
import { useLook } from "../look/useLook";
import { server } from "../server/client";

/** Asks what is found once the fine picture of the set stands; what was found before stays until then. */
export function useFindings() {
  const feet = useLook((s) => s.feet);
  useEffect(() => {
    let asking: AbortController | null = null;

    async function look() {
      const { set, preview, picture } = useBench.getState();
      if (!set || preview || picture?.quality !== "settled") {
        return;
      }
      asking?.abort();
      asking = new AbortController();
      const { data } = await server.POST("/api/findings", { body: { set, feet, ...newestTurn() }, signal: asking.signal });
      if (data && set === useBench.getState().set) {
        useBench.setState({ findings: data });
      }
    }

    void look().catch(() => undefined);
    const stop = useBench.subscribe((now, before) => {
      if (now.picture !== before.picture) {
        void look().catch(() => undefined);
      }
    });
    return () => {
      stop();
      asking?.abort();
    };
  }, [feet]);
}
