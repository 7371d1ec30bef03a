import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { inWords, type KeptSitting, problemsIn, server, type Sitting } from "../server/client";
import { queries } from "../server/queries";

const REST = 500; // ms after the last change until it is kept

export const SITTINGS = ["sittings"];

/** A sitting that is edited: what is shown, kept a moment after each change, and what was refused. */
export function useSitting(id: string) {
  const kept = useQuery({
    queryKey: [...SITTINGS, id],
    staleTime: 0,
    queryFn: async () => {
      const { data, error } = await server.GET("/api/sittings/{sitting_id}", { params: { path: { sitting_id: id } } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const [edited, setEdited] = useState<Sitting | null>(null);
  const [wrong, setWrong] = useState("");
  const version = useRef(0);
  const before = useRef<Promise<void>>(Promise.resolve());
  const waiting = useRef<Sitting | null>(null);
  const sitting = edited ?? kept.data?.sitting ?? null;
  version.current = Math.max(version.current, kept.data?.version ?? 0);

  useEffect(() => {
    if (!edited) {
      return;
    }
    waiting.current = edited;
    const timer = setTimeout(save, REST);
    return () => clearTimeout(timer);
  }, [edited]);

  // What was changed a moment before the page is left is kept too.
  useEffect(() => {
    window.addEventListener("pagehide", save);
    return () => {
      window.removeEventListener("pagehide", save);
      save();
    };
  }, [id]);

  // One after the other, each based on what the one before it made: a slow save must not look like another tab's.
  function save() {
    const next = waiting.current;
    waiting.current = null;
    if (next) {
      before.current = before.current.then(() => put(next));
    }
  }

  async function put(next: Sitting) {
    const body = { sitting: next, based_on: version.current };
    const path = { params: { path: { sitting_id: id } }, body, keepalive: true };
    const { data, error } = await server.PUT("/api/sittings/{sitting_id}", path).catch(() => ({ data: undefined, error: null }));
    if (data) {
      setWrong("");
      version.current = data.version;
      queries.setQueryData([...SITTINGS, id], data);
      setEdited((now) => (now === next ? null : now));
      return;
    }
    const present = error && "present" in error ? (error as { present: KeptSitting }).present : null;
    if (present) {
      version.current = present.version;
      queries.setQueryData([...SITTINGS, id], present);
      setEdited(null);
      setWrong("This sitting was changed in another tab: what is shown is the newest, your last change is not in it.");
    } else {
      waiting.current ??= next;
      setWrong(`Not kept: ${inWords(problemsIn(error))}`);
    }
  }

  function change(to: Partial<Sitting>) {
    if (sitting) {
      setEdited({ ...sitting, ...to });
    }
  }

  return { sitting, stored: kept.data, change, wrong, failed: kept.error?.message ?? "", saved: edited === null };
}
