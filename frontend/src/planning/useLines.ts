import { useCallback, useEffect, useRef, useState } from "react";
import { askLines, refusal } from "../server/lines";

const viewer = crypto.randomUUID();
let number = 0;

/** What is asked of the server and comes line by line: one question at a time; a new one, or leaving, ends the old one. */
export function useLines<T>(path: string) {
  const [lines, setLines] = useState<readonly T[]>([]);
  const [asking, setAsking] = useState(false);
  const [wrong, setWrong] = useState("");
  const under = useRef<AbortController | null>(null);

  const stop = useCallback(() => {
    under.current?.abort();
    under.current = null;
    setAsking(false);
  }, []);

  const ask = useCallback(
    async (body: object) => {
      under.current?.abort();
      const mine = new AbortController();
      under.current = mine;
      number += 1;
      setLines([]);
      setWrong("");
      setAsking(true);
      try {
        await askLines<T>(path, { ...body, viewer, number }, mine.signal, (line) => {
          if (!mine.signal.aborted) {
            setLines((before) => [...before, line]);
          }
        });
      } catch (error) {
        if (!mine.signal.aborted) {
          setWrong(refusal(error));
        }
      }
      if (under.current === mine) {
        setAsking(false);
      }
    },
    [path],
  );

  useEffect(() => stop, [stop]);
  return { lines, last: lines.at(-1), asking, wrong, ask, stop };
}
