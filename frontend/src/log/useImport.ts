import { useRef, useState } from "react";
import { inWords, problemsIn } from "../server/client";
import { queries } from "../server/queries";

interface Progress {
  done: number;
  of: number;
  again: number;
  wrong: readonly string[];
}

const NONE: Progress = { done: 0, of: 0, again: 0, wrong: [] };

/** Brings pictures into the log one by one; what is in stays in when it is cancelled. */
export function useImport(about: { set_id?: string; sitting_id?: string }) {
  const [progress, setProgress] = useState<Progress>(NONE);
  const cancelled = useRef(false);
  const busy = progress.done < progress.of;

  async function bring(files: readonly File[]) {
    cancelled.current = false;
    let now: Progress = { ...NONE, of: files.length };
    setProgress(now);
    for (const file of files) {
      if (cancelled.current) {
        now = { ...now, of: now.done };
        break;
      }
      const query = new URLSearchParams({ name: file.name.slice(0, 120), ...about });
      const content = await file.arrayBuffer().catch(() => null);
      if (!content) {
        const gone = `${file.name}: it cannot be read any more. Is the card still in? Bring it in again; what came before it is kept.`;
        now = { ...now, done: now.done + 1, wrong: [...now.wrong, gone] };
        setProgress(now);
        continue;
      }
      const got = await fetch(`/api/log/pictures?${query}`, { method: "POST", body: content }).catch(() => null);
      const body: unknown = await got?.json().catch(() => null);
      const wrong = got?.ok ? [] : [`${file.name}: ${inWords(problemsIn(body))}`];
      now = { ...now, done: now.done + 1, again: now.again + (got?.status === 200 ? 1 : 0), wrong: [...now.wrong, ...wrong] };
      setProgress(now);
    }
    setProgress(now);
    await queries.invalidateQueries({ queryKey: ["log"] });
  }

  return { progress, busy, bring, cancel: () => (cancelled.current = true), dismiss: () => setProgress(NONE) };
}
