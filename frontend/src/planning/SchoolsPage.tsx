import { Progress } from "antd";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import type { PhotoSet, SchoolQuestion } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { PlanningPage } from "./PlanningPage";
import { SmallLadder } from "./SmallLadder";
import { SmallPicture } from "./SmallPicture";
import { take } from "./take";
import { useLines } from "./useLines";

/** Where practitioners differ: each way on this set, side by side. */
export function SchoolsPage() {
  return (
    <PlanningPage title="Two ways">
      <Asked />
    </PlanningPage>
  );
}

function Asked() {
  const feet = useSettings((s) => s.feet);
  const [base] = useState(() => useBench.getState().set);
  const { lines, last, asking, wrong, ask } = useLines<SchoolQuestion>("/api/schools");
  useEffect(() => {
    void ask({ set: base, feet });
  }, [ask, base, feet]);
  return (
    <div className="plan-found">
      <p className="caption">
        Practitioners differ on these. Each way is built on this set, with the light on the face kept; the figures are computed.
      </p>
      <Wrong text={wrong} />
      {asking && <Progress percent={Math.round((last?.done ?? 0) * 100)} size="small" strokeColor="var(--amber)" />}
      {lines.map((k) => (
        <Question key={k.code} school={k} />
      ))}
    </div>
  );
}

function Question({ school }: { school: SchoolQuestion }) {
  const navigate = useNavigate();
  const id = useBench((s) => s.id);

  async function taken(set: PhotoSet) {
    await take(set);
    void navigate(`/set/${id}`);
  }

  return (
    <section className="school" aria-label={school.question}>
      <h2>{school.question}</h2>
      {school.why_not && <p className="said">{school.why_not}</p>}
      <div className="ways">
        {school.ways.map((way) => (
          <div key={way.title} className="way">
            <SmallPicture set={way.set} alt={`${way.title}: the picture`} />
            <SmallLadder stops={way.stops} height={200} />
            <div>
              <b>{way.title}</b>
              <ul>
                {way.texts.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
              <button type="button" className="plain chip" onClick={() => void taken(way.set)}>
                Take it
              </button>
            </div>
          </div>
        ))}
      </div>
    </section>
  );
}
