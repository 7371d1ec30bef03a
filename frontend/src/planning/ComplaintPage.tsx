import { useQuery } from "@tanstack/react-query";
import { Button, Input, Progress } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import { type Complained, type PhotoSet, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { PlanningPage } from "./PlanningPage";
import { SmallPicture } from "./SmallPicture";
import { take } from "./take";
import { useLines } from "./useLines";

/** A complaint in the photographer's words: what causes it in this set, and what mends it. */
export function ComplaintPage() {
  return (
    <PlanningPage title="What is wrong?">
      <Asked />
    </PlanningPage>
  );
}

function Asked() {
  const feet = useSettings((s) => s.feet);
  const set = useBench((s) => s.set);
  const [words, setWords] = useState("");
  const { last, asking, wrong, ask } = useLines<Complained>("/api/complaints");
  const known = useQuery({
    queryKey: ["complaints"],
    staleTime: Infinity,
    queryFn: async () => (await server.GET("/api/complaints")).data?.complaints ?? [],
  }).data;

  function complain(text: string) {
    setWords(text);
    if (text.trim()) {
      void ask({ set, words: text, feet });
    }
  }

  return (
    <div className="plan-columns complaint">
      <aside>
        <Input.Search
          placeholder="eyes dark"
          aria-label="What is wrong with the picture"
          enterButton="Ask"
          value={words}
          onChange={(e) => setWords(e.target.value)}
          onSearch={complain}
        />
        <ul className="complaints">
          {known?.map((k) => (
            <li key={k.code}>
              <button type="button" className="plain" aria-pressed={last?.title === k.title} onClick={() => complain(k.title)}>
                {k.title}
              </button>
            </li>
          ))}
        </ul>
      </aside>
      <div className="plan-found">
        <Wrong text={wrong} />
        {asking && <Progress percent={Math.round((last?.done ?? 0) * 100)} size="small" strokeColor="var(--amber)" />}
        {!last && !asking && !wrong && set && (
          <div className="complained-of">
            <SmallPicture set={set} alt="The picture as it is" />
            <p className="empty-page">What is wrong with it? Choose it, or say it in your own words.</p>
          </div>
        )}
        {last && set && <Told complained={last} set={set} asking={asking} />}
      </div>
    </div>
  );
}

function Told({ complained, set, asking }: { complained: Complained; set: PhotoSet; asking: boolean }) {
  const navigate = useNavigate();
  const id = useBench((s) => s.id);
  const [tried, setTried] = useState("");
  const mend = complained.mends.find((k) => k.text === tried);

  async function apply(made: PhotoSet) {
    await take(made);
    void navigate(`/set/${id}`);
  }

  return (
    <>
      <div className="complained-of">
        <figure>
          <SmallPicture set={set} alt="The picture as it is" />
          <figcaption>as it is</figcaption>
        </figure>
        {mend && (
          <figure>
            <SmallPicture set={mend.set} alt="The picture with the mend" />
            <figcaption>with the mend</figcaption>
          </figure>
        )}
        <section aria-label="Causes">
          <h2>{complained.title}: what causes it here</h2>
          <ul className="causes">
            {complained.causes.map((k) => (
              <li key={k.text} className={k.asks ? "asks" : ""}>
                {k.text}
              </li>
            ))}
          </ul>
          {complained.nothing && <p className="said">{complained.nothing}</p>}
        </section>
      </div>
      {complained.mends.length > 0 && (
        <section aria-label="Mends">
          <h2>What mends it, the least work first</h2>
          <ol className="mends">
            {complained.mends.map((k) => (
              <li key={k.text}>
                <button
                  type="button"
                  className="plain mend"
                  aria-pressed={k.text === tried}
                  onClick={() => setTried(k.text === tried ? "" : k.text)}
                >
                  {k.text}
                </button>
                <Button size="small" type={k.text === tried ? "primary" : "default"} onClick={() => void apply(k.set)}>
                  Apply
                </Button>
              </li>
            ))}
          </ol>
        </section>
      )}
      {asking && <p className="caption">Looking for what mends it ...</p>}
    </>
  );
}
