import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { InputNumber, Select } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Page, Wrong } from "../pages/Page";
import { inWords, type Judged, problemsIn, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { Marked, type Marks } from "./Marked";
import { Offs } from "./Offs";
import { TwoHistograms } from "./TwoHistograms";
import "./real.css";

const ZONES = ["face", "hair", "cloth", "backdrop"] as const;
const SOME = 0.001; // of a zone, that is told

type Skin = "light" | "medium" | "dark";

/** A real picture beside the computed one: stops at each surface, and what to set for the next frame. */
export function PicturePage() {
  const { id = "" } = useParams();
  const feet = useSettings((s) => s.feet);
  const [marks, setMarks] = useState<Marks>({});
  const [balance, setBalance] = useState<number | null>(null);
  const [skin, setSkin] = useState<Skin>("medium");
  const entry = useQuery({
    queryKey: ["entry", id],
    queryFn: async () => (await server.GET("/api/log/{entry_id}", { params: { path: { entry_id: id } } })).data ?? null,
  }).data;
  const judged = useQuery({
    queryKey: ["judge", id, marks, balance, skin, feet],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () => {
      const body = { marks: marks as Record<string, [number, number]>, white_balance: balance, skin, feet };
      const { data, error } = await server.POST("/api/log/{entry_id}/judge", { params: { path: { entry_id: id } }, body });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const made = judged.data;
  const ofSet = made?.marks.some((k) => k.name === "card") === true; // the set has one, and the frame holds it
  const against = made !== undefined && made.predicted !== "";
  return (
    <Page
      title={entry?.name ?? "Picture"}
      back={["/log", "Log"]}
      tools={
        <span className="caption">
          {[entry?.sitting_name, entry?.look, !entry?.look && entry?.set_name, made?.tags.text].filter(Boolean).join(" · ")}
        </span>
      }
    >
      <Wrong text={judged.error?.message ?? ""} />
      <div className={`real${against ? "" : " alone"}`} aria-busy={judged.isFetching}>
        <div className="real-pictures">
          {against && (
            <figure>
              <img src={made.predicted} alt="The computed picture" />
              <figcaption>computed</figcaption>
            </figure>
          )}
          <figure>
            <Marked
              address={`/api/log/${id}/picture`}
              made={made}
              marks={marks}
              onMark={(name, at) => setMarks({ ...marks, [name]: at })}
            />
            <figcaption>
              the file{made && !made.linear ? ", its curve undone as well as can be said" : made ? ", a sensor's own values" : ""}
            </figcaption>
          </figure>
          <p className="caption hint">
            Marks lie where the set has each surface: drag one that is beside it. <Link to={`/read/${id}`}>Read its light</Link>{" "}
            {ofSet ? (
              <KeepCard id={id} marks={marks} />
            ) : (
              <button
                type="button"
                className="plain chip"
                aria-pressed={"card" in marks}
                onClick={() => {
                  const { card, ...others } = marks;
                  setMarks(card ? others : { ...marks, card: [0.5, 0.8] });
                }}
              >
                Grey card
              </button>
            )}{" "}
            {Object.keys(marks).length > 0 && (
              <button type="button" className="plain chip" onClick={() => setMarks({})}>
                All marks back
              </button>
            )}
          </p>
        </div>
        {made && <Told made={made} against={against} marks={marks} balance={balance} onBalance={setBalance} skin={skin} onSkin={setSkin} />}
      </div>
    </Page>
  );
}

/** Keeps what the set's grey card shows as a reading, for calibration. */
function KeepCard({ id, marks }: { id: string; marks: Marks }) {
  const [said, setSaid] = useState("");
  async function keep() {
    const body = { marks: marks as Record<string, [number, number]>, white_balance: null, skin: "medium" as const, feet: false };
    const { data, error } = await server
      .POST("/api/log/{entry_id}/card", { params: { path: { entry_id: id } }, body })
      .catch(() => ({ data: undefined, error: null }));
    setSaid(data ? `Kept: ${data.words}.` : inWords(problemsIn(error)));
  }
  return (
    <>
      <button type="button" className="plain chip" onClick={() => void keep()}>
        Keep the card as a reading
      </button>{" "}
      <span role="status">{said}</span>
    </>
  );
}

interface ToldProps {
  made: Judged;
  against: boolean;
  marks: Marks;
  balance: number | null;
  onBalance: (k: number | null) => void;
  skin: Skin;
  onSkin: (skin: Skin) => void;
}

function Told({ made, against, marks, balance, onBalance, skin, onSkin }: ToldProps) {
  const wrong = made.corrections.filter((k) => k.wrong);
  return (
    <section className="real-told" aria-label="What it says">
      {against && (
        <>
          <h2>For the next frame</h2>
          {wrong.length === 0 && <p className="verdict-line">Nothing to set: every light gave what was planned.</p>}
          {wrong.map((k) => (
            <p key={k.text} className="verdict-line bright" role="status">
              {k.text}
            </p>
          ))}
        </>
      )}
      {made.said.map((k) => (
        <p key={k} className={against ? "" : "verdict-line"} role="status">
          {k}
        </p>
      ))}
      {against && (
        <>
          <Offs surfaces={made.surfaces} />
          <p className="caption">
            Lit to shadow cheek <span className="figures">{made.ratio[0]?.toFixed(1)}</span> stops, computed{" "}
            <span className="figures">{made.ratio[1]?.toFixed(1)}</span>. Left unexplained{" "}
            <span className="figures">{made.left.toFixed(2)}</span>.
          </p>
          <details>
            <summary>Each light</summary>
            {made.corrections.map((k) => (
              <p key={k.text}>{k.text}</p>
            ))}
          </details>
        </>
      )}
      <TwoHistograms made={made} />
      <p className="caption">
        <span className="figures">{(made.clipped.white! * 100).toFixed(1)} %</span> at white,{" "}
        <span className="figures">{(made.clipped.black! * 100).toFixed(1)} %</span> at black.
        {ZONES.filter((k) => (made.clipped[k] ?? 0) > SOME).map((k) => (
          <span key={k}>
            {" "}
            At white of the {k}: <span className="figures">{(made.clipped[k]! * 100).toFixed(1)} %</span>.
          </span>
        ))}
      </p>
      {made.tags.doubted.map((k) => (
        <p key={k} className="caption">
          Not believed: {k}.
        </p>
      ))}
      <div className="real-asked">
        {"card" in marks && (
          <label>
            Balance that was set, K
            <InputNumber min={2000} max={12000} step={100} value={balance} placeholder="as planned" onChange={(k) => onBalance(k)} />
          </label>
        )}
        {!against && (
          <label>
            Skin
            <Select
              value={skin}
              options={(["light", "medium", "dark"] as const).map((value) => ({ value, label: value }))}
              onChange={onSkin}
            />
          </label>
        )}
      </div>
    </section>
  );
}
