import { useQuery } from "@tanstack/react-query";
import { Button, Progress } from "antd";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import { type Limits, type Planned, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { Chosen } from "./Chosen";
import { Instead } from "./Instead";
import { LimitsAsked } from "./LimitsAsked";
import { LookAsked } from "./LookAsked";
import { PlanningPage } from "./PlanningPage";
import { SmallLadder } from "./SmallLadder";
import { SmallPicture } from "./SmallPicture";
import { take } from "./take";
import { useLines } from "./useLines";

const FREE: Limits = { lights: 8, boom: true, behind: true, floor: false, doors: false, across: null };

/** From a look to sets, with the kit at hand. */
export function PlanPage() {
  return (
    <PlanningPage title="Plan">
      <Asked />
    </PlanningPage>
  );
}

function Asked() {
  const feet = useSettings((s) => s.feet);
  const begun = useBench((s) => Boolean(s.set?.look));
  const [limits, setLimits] = useState(FREE);
  const { last, asking, wrong, ask, stop } = useLines<Planned>("/api/plan");
  const before = useBefore();

  function plan() {
    void ask({ set: useBench.getState().set, limits, feet, before: before?.file.set ?? null });
  }

  return (
    <div className="plan-columns">
      <aside>
        {before && <p className="said">From “{before.name}”, with the fewest moves.</p>}
        <LookAsked />
        <LimitsAsked limits={limits} onLimits={setLimits} />
        <div className="ask-for">
          {asking ? (
            <Button onClick={stop}>Stop</Button>
          ) : (
            <Button type="primary" disabled={!begun} onClick={plan}>
              {last ? "Plan again" : "Plan"}
            </Button>
          )}
          {asking && <Progress percent={Math.round((last?.done ?? 0) * 100)} size="small" strokeColor="var(--amber)" />}
        </div>
      </aside>
      <div className="plan-found">
        <Wrong text={wrong} />
        {last ? <Found planned={last} /> : !asking && <Empty begun={begun} />}
      </div>
    </div>
  );
}

/** The set that stands before this look, where the page was opened for the next look of a sitting. */
function useBefore() {
  const [query] = useSearchParams();
  const id = query.get("before") ?? "";
  return useQuery({
    queryKey: ["before", id],
    enabled: id !== "",
    queryFn: async () => (await server.GET("/api/sets/{set_id}", { params: { path: { set_id: id } } })).data ?? null,
  }).data;
}

function Empty({ begun }: { begun: boolean }) {
  return (
    <p className="empty-page">
      {begun
        ? "Say how the picture should look, what has to be kept to, and press Plan: up to five sets of different kinds, each with what it needs and what it misses."
        : "First choose what the picture is for."}
    </p>
  );
}

function Found({ planned }: { planned: Planned }) {
  const [code, setCode] = useState("");
  const navigate = useNavigate();
  const id = useBench((s) => s.id);
  const chosen = planned.sets.find((k) => k.code === code) ?? planned.sets[0];

  async function taken(set: Planned["sets"][number]["set"]) {
    await take(set);
    void navigate(`/set/${id}`);
  }

  return (
    <>
      {planned.why && <p className="said">{planned.why}</p>}
      <ul className="suggested" aria-label="Suggested sets">
        {planned.sets.map((k) => (
          <li key={k.code}>
            <button type="button" className="plain card" aria-pressed={k.code === chosen?.code} onClick={() => setCode(k.code)}>
              <span className="pictured-set">
                <SmallPicture set={k.set} alt={`${k.title}: the picture`} />
                <SmallLadder stops={k.stops} aims={planned.aims} height={176} bare />
              </span>
              <b>{k.title}</b>
              <span className={k.met ? "near met" : "near"}>{k.text}</span>
              <span className="caption">
                {k.kind} · <span className="figures">{Math.round(k.minutes)} min</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      {chosen && <Chosen chosen={chosen} aims={planned.aims} onTake={(set) => void taken(set)} />}
      {planned.opens.length > 0 && (
        <section aria-label="What would bring it nearer">
          <h2>What would bring it nearer</h2>
          <ul className="opens">
            {planned.opens.map((k) => (
              <li key={k.text}>
                <b>{k.text}</b>: {k.title}, {k.then}
                <button type="button" className="plain chip" onClick={() => void taken(k.set)}>
                  See it on the bench
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {planned.done >= 1 && chosen && <Instead />}
      {planned.done >= 1 && planned.cannot.length > 0 && (
        <details>
          <summary>Not possible here ({planned.cannot.length})</summary>
          <ul className="cannot">
            {planned.cannot.map((k) => (
              <li key={k.title}>
                <b>{k.title}</b>: {k.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
