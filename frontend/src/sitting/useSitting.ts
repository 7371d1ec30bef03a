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
  const sitting = edited ?? kept.data?.sitting ?? null;
  version.current = Math.max(version.current, kept.data?.version ?? 0);

  useEffect(() => {
    if (!edited) {
      return;
    }
    const timer = setTimeout(() => void save(edited), REST);
    return () => clearTimeout(timer);
  }, [edited]);

  async function save(next: Sitting) {
    const path = { params: { path: { sitting_id: id } }, body: { sitting: next, based_on: version.current } };
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
