import { useEffect } from "react";
import { useSeen } from "../frame/useSettled";
import { useFrame } from "../frame/store";
import { newestTurn } from "../frame/usePicture";
import { inWords, problemsIn, server } from "../server/client";
import { useMeter } from "./store";

/** Keeps the reading with the meter's place, its aim and the set: quickly while it is pulled, finely at rest. */
export function useReading() {
  const seen = useSeen();
  const settled = useFrame((s) => s.picture?.quality === "settled" && s.of === seen);
  const { inHand, at, place, toward, aim, receptor, alone, pulled } = useMeter();
  useEffect(() => {
    if (!inHand || !seen || receptor === "spot" || !(settled || pulled)) {
      return undefined;
    }
    const stop = new AbortController();
    const body = {
      set: seen,
      viewer: newestTurn().viewer,
      at: at ?? null,
      place,
      toward,
      aim,
      receptor,
      lights: alone === null ? null : [alone],
      resting: !pulled,
    };
    server
      .POST("/api/meter", { body, signal: stop.signal })
      .then(({ data, error }) => {
        if (data) {
          useMeter.setState({ reading: data, wrong: "", byHand: "" });
        } else if (error) {
          useMeter.setState({ wrong: inWords(problemsIn(error)) });
        }
      })
      .catch(() => undefined);
    return () => stop.abort();
  }, [inHand, seen, settled, at, place, toward, aim, receptor, alone, pulled]);
}
