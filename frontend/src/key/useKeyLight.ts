import { useEffect } from "react";
import { useBench } from "../bench/store";
import { newestTurn } from "../bench/usePicture";
import { useLook } from "../look/useLook";
import { type PhotoSet, server } from "../server/client";

/** What the step Key shows beside the picture, asked for once the fine picture stands: dial first, then eyes and faces. */
export function useKeyLight() {
  useEffect(() => {
    let asking: AbortController | null = null;
    let shown: PhotoSet | null = null;

    async function look() {
      const { set, preview, picture, step } = useBench.getState();
      const seen = preview?.set ?? set;
      if (step !== "key" || !seen || picture?.quality !== "settled" || seen === shown) {
        return;
      }
      asking?.abort();
      asking = new AbortController();
      const { signal } = asking;
      const body = () => ({ set: seen, feet: useLook.getState().feet, ...newestTurn() });
      const still = () => seen === (useBench.getState().preview?.set ?? useBench.getState().set);
      const dial = await server.POST("/api/key/dial", { body: body(), signal });
      if (dial.data && still()) {
        useBench.setState({ dial: dial.data.dial });
      }
      const eyes = await server.POST("/api/key/eyes", { body: body(), signal });
      if (eyes.data && still()) {
        useBench.setState({ eyes: eyes.data });
      }
      const soft = await server.POST("/api/key/softness", { body: body(), signal });
      if (soft.data && still()) {
        useBench.setState({ soft: soft.data });
      }
      const tries = await server.POST("/api/key/tries", { body: body(), signal });
      if (tries.data && still()) {
        useBench.setState({ tries: tries.data.tries });
        shown = seen;
      }
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
      asking?.abort();
    };
  }, []);
}
