import { useQuery } from "@tanstack/react-query";
import { Input, Progress } from "antd";
import { useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import { type Arranged, type Arrangement, type PlannedSet, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { Chosen } from "./Chosen";
import { PlanningPage } from "./PlanningPage";
import { SmallPicture } from "./SmallPicture";
import { take } from "./take";
import { useLines } from "./useLines";

const REST = 350; // ms without a key after which words are searched for

/** Starting arrangements, each on this sitter in this room. */
export function ArrangementsPage() {
  return (
    <PlanningPage title="Arrangements">
      <Shown />
    </PlanningPage>
  );
}

function Shown() {
  const feet = useSettings((s) => s.feet);
  const [words, setWords] = useState("");
  const [code, setCode] = useState("");
  const navigate = useNavigate();
  const id = useBench((s) => s.id);
  const [base] = useState(() => useBench.getState().set);
  const { lines, last, asking, wrong, ask } = useLines<Arranged>("/api/arrangements");
  const known = useQuery({
    queryKey: ["arrangements"],
    staleTime: Infinity,
    queryFn: async () => (await server.GET("/api/arrangements")).data?.arrangements ?? [],
  }).data;
  const about = useMemo(() => new Map(known?.map((k) => [k.code, k])), [known]);

  useEffect(() => {
    const rest = setTimeout(() => void ask({ set: base, words, feet }), words ? REST : 0);
    return () => clearTimeout(rest);
  }, [ask, base, words, feet]);

  async function taken(set: PlannedSet["set"]) {
    await take(set);
    void navigate(`/set/${id}`);
  }

  const can = lines.filter((k) => k.made);
  const chosen = can.find((k) => k.code === code)?.made;
  const moods = [...new Set(known?.flatMap((k) => k.words) ?? [])];
  return (
    <div className="plan-found">
      <div className="search">
        <Input.Search
          allowClear
          placeholder="dark, beauty, window, split ..."
          aria-label="Find by look"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <span className="moods">
          {moods.slice(0, 14).map((k) => (
            <button key={k} type="button" className="plain chip" aria-pressed={words === k} onClick={() => setWords(words === k ? "" : k)}>
              {k}
            </button>
          ))}
        </span>
        {asking && <Progress percent={Math.round((last?.done ?? 0) * 100)} size="small" strokeColor="var(--amber)" />}
      </div>
      <Wrong text={wrong} />
      {chosen && <Chosen chosen={chosen} onTake={(set) => void taken(set)} />}
      {!asking && !wrong && lines.length === 0 && (
        <p className="empty-page">No arrangement has all of these words. Fewer of them find more.</p>
      )}
      <ul className="arrangements" aria-label="Arrangements">
        {can.map((k) => (
          <One key={k.code} arranged={k} about={about.get(k.code)} chosen={k.code === code} onChoose={() => setCode(k.code)} />
        ))}
      </ul>
      {lines.length > can.length && (
        <>
          <h2>Not possible here</h2>
          <ul className="cannot">
            {lines
              .filter((k) => !k.made)
              .map((k) => (
                <li key={k.code}>
                  <b>{about.get(k.code)?.title ?? k.code}</b>: {k.why}
                </li>
              ))}
          </ul>
        </>
      )}
    </div>
  );
}

function One({
  arranged,
  about,
  chosen,
  onChoose,
}: {
  arranged: Arranged;
  about: Arrangement | undefined;
  chosen: boolean;
  onChoose: () => void;
}) {
  const { made, picture } = arranged;
  return made ? (
    <li>
      <button type="button" className="plain card" aria-pressed={chosen} onClick={onChoose}>
        <SmallPicture set={made.set} picture={picture} alt={`${made.title}: the picture`} />
        <b>{made.title}</b>
        <span className="caption">{about?.when}</span>
      </button>
    </li>
  ) : null;
}
