import { useEffect } from "react";
import { useBench } from "../bench/store";
import { newestTurn } from "../bench/usePicture";
import { useLook } from "../look/useLook";
import { type PhotoSet, server } from "../server/client";

const AGAIN = 400; // ms after which what gave way to something asked for is asked again

/** What the step Key shows beside the picture, asked for once the fine picture stands: dial first, then eyes and faces. */
export function useKeyLight() {
  useEffect(() => {
    let asking: AbortController | null = null;
    let shown: PhotoSet | null = null;
    let again: ReturnType<typeof setTimeout> | undefined;

    async function look() {
      const { set, preview, picture, step } = useBench.getState();
      const seen = preview?.set ?? set;
      if (step !== "key" || !seen || picture?.quality !== "settled" || seen === shown) {
        return;
      }
      asking?.abort();
      clearTimeout(again);
      asking = new AbortController();
      const { signal } = asking;
      const body = () => ({ body: { set: seen, feet: useLook.getState().feet, ...newestTurn() }, signal });
      const withWho = (asked: ReturnType<typeof body>) => ({ ...asked, body: { ...asked.body, who: "" } });
      const parts = [
        async () => (await server.POST("/api/key/dial", withWho(body()))).data,
        async () => (await server.POST("/api/key/eyes", body())).data,
        async () => (await server.POST("/api/key/softness", body())).data,
        async () => (await server.POST("/api/key/tries", body())).data,
      ];
      for (const part of parts) {
        const data = await part();
        if (signal.aborted || seen !== (useBench.getState().preview?.set ?? useBench.getState().set)) {
          return;
        }
        if (!data) {
          again = setTimeout(() => void look().catch(() => undefined), AGAIN);
          return;
        }
        if ("dial" in data) {
          useBench.setState({ dial: data.dial });
        } else if ("left" in data) {
          useBench.setState({ eyes: data });
        } else if ("tries" in data) {
          useBench.setState({ tries: data.tries });
        } else {
          useBench.setState({ soft: data });
        }
      }
      shown = seen;
    }

    const follow = () => void look().catch(() => undefined);
    follow();
    const stop = useBench.subscribe((now, before) => {
      if (now.picture !== before.picture || now.step !== before.step) {
        follow();
      }
    });
    return () => {
      stop();
      clearTimeout(again);
      asking?.abort();
    };
  }, []);
}
