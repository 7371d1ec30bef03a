import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { useBench } from "../bench/store";
import { type PhotoSet, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { take } from "./take";

/** What stands in for gear that is not owned, as it does in the set on the bench. */
export function Instead() {
  const feet = useSettings((s) => s.feet);
  const navigate = useNavigate();
  const id = useBench((s) => s.id);
  const set = useBench((s) => s.set);
  const lit = Boolean(set?.lights.some((k) => k.on && k.role === "key"));
  const found = useQuery({
    queryKey: ["instead", JSON.stringify(set), feet],
    enabled: lit,
    staleTime: Infinity,
    queryFn: async () =>
      (await server.POST("/api/substitutes", { body: { set: set as PhotoSet, feet, viewer: "", number: 0 } })).data?.substitutes ?? [],
  }).data;
  if (!found?.length) {
    return null;
  }

  async function taken(made: PhotoSet) {
    await take(made);
    void navigate(`/set/${id}`);
  }

  return (
    <section aria-label="Without shopping">
      <h2>Without shopping, in the set on the bench</h2>
      <ul className="opens">
        {found.map((k) => (
          <li key={k.text}>
            <b>{k.missing}</b>: {k.text}
            <button type="button" className="plain chip" onClick={() => void taken(k.set as PhotoSet)}>
              See it on the bench
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
