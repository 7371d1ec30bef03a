import { useState } from "react";
import { useBench } from "../bench/store";
import { preview, useFrame } from "../frame/store";
import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type Fill, type School, server } from "../server/client";
import { Parts } from "../sheet/Parts";
import { Findings } from "../steps/Findings";
import "./fill.css";

const TABS = ["schools", "what fills", "surfaces", "findings"] as const;
const USUAL = 3;

/** The shadow side under each school of fill for a wanted ratio, what fills now, and surfaces compared. */
export function FillPanel() {
  const [tab, setTab] = useState<string>("schools");
  const asked = useBench((s) => s.set?.look?.ratio);
  const [typed, setTyped] = useState<string | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const ratio = chosen ?? asked ?? USUAL;
  const fill = useSettled<Fill>(["fill", ratio], (body, signal) =>
    server.POST("/api/light/fill", { body: { ...body, ratio }, signal }),
  ).data;

  function take() {
    const value = Number.parseFloat((typed ?? "").replace(",", "."));
    if (value >= 1 && value <= 64) {
      setChosen(value);
    }
    setTyped(null);
  }

  const beside = tab === "schools" && (
    <form
      className="ratio-wanted"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <label title="Lit to shadow cheek, 1 to 64">
        ratio wanted{" "}
        <input
          className="figures"
          aria-label="Ratio wanted, lit to shadow cheek"
          size={4}
          value={typed ?? `${ratio}`}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={take}
        />{" "}
        : 1
      </label>
    </form>
  );
  return (
    <Parts parts={TABS.map((key) => ({ key, label: key }))} open={tab} onOpen={setTab} beside={beside || undefined}>
      <div className="light-panel">
        {tab === "schools" && <Schools fill={fill} ratio={ratio} />}
        {tab === "what fills" && <Shares fill={fill} />}
        {tab === "surfaces" && <Surfaces fill={fill} />}
        {tab === "findings" && <Findings step="fill" />}
      </div>
    </Parts>
  );
}

function Schools({ fill, ratio }: { fill: Fill | undefined; ratio: number }) {
  if (!fill) {
    return <p className="facts">The three places of a board are tried.</p>;
  }
  return (
    <div className={`schools${fill.schools.length > 3 ? " four" : ""}`} role="group" aria-label="Schools of fill">
      {fill.schools.map((k) => (
        <OneSchool key={k.where} school={k} stale={fill.wanted !== ratio} />
      ))}
    </div>
  );
}

function OneSchool({ school, stale }: { school: School; stale: boolean }) {
  const previewed = useFrame((s) => s.preview?.text === school.answer?.text && school.answer !== null);
  const { answer } = school;
  return (
    <button
      type="button"
      className={`plain school${school.there ? "" : " short"}${stale ? " stale" : ""}`}
      aria-pressed={previewed}
      disabled={!answer}
      title={
        (answer ? [answer.text, answer.note].filter(Boolean).join("; then ") : null) ??
        (school.picture ? "As it stands" : "There is no place for it")
      }
      onClick={() => answer && preview(answer)}
    >
      {school.picture ? <img src={school.picture} alt="" draggable={false} /> : <span className="no-place">no place here</span>}
      <span className="words">
        <b>{school.where}</b>
        {school.picture && (
          <span className="figures">
            {school.there || school.where.startsWith("by ") ? school.away : `${school.away}, nearest`}{" "}
            <span className="got">{school.ratio.toFixed(1)} : 1</span>
          </span>
        )}
      </span>
    </button>
  );
}

function Shares({ fill }: { fill: Fill | undefined }) {
  if (!fill) {
    return null;
  }
  const { metered } = fill;
  return (
    <>
      <p>
        Lit to shadow cheek <span className="figures">{fill.ratio.toFixed(1)} : 1</span>, {fill.stops.toFixed(1)} stops.
        {metered && (
          <>
            {" "}
            By the meter the fill lamp is {Math.abs(metered.fill_under_key).toFixed(1)} stops{" "}
            {metered.fill_under_key < 0 ? "over" : "under"} the key: <span className="figures">{metered.ratio.toFixed(1)} : 1</span>.
          </>
        )}
      </p>
      <table>
        <thead>
          <tr>
            <th>fills</th>
            <th>shadow cheek</th>
            <th>lit cheek</th>
            <th>without it</th>
          </tr>
        </thead>
        <tbody>
          {[...fill.shares, ...fill.room].map((k) => (
            <tr key={k.thing}>
              <td>{k.name}</td>
              <td className="figures">{signed(k.shadow)}</td>
              <td className="figures">{signed(k.lit)}</td>
              <td className="figures">{k.without.toFixed(1)} : 1</td>
            </tr>
          ))}
        </tbody>
      </table>
      {fill.shares.length === 0 && (
        <p className="facts">
          {fill.room.length ? "No panel and no lamp fills: the room alone does." : "Nothing fills: no panel, no lamp, no wall."}
        </p>
      )}
    </>
  );
}

function Surfaces({ fill }: { fill: Fill | undefined }) {
  if (!fill) {
    return null;
  }
  return (
    <>
      <p>A board opposite the key, {fill.surfaces_away} from the face, alone:</p>
      <table>
        <thead>
          <tr>
            <th>surface</th>
            <th>ratio</th>
            <th>shadow cheek</th>
            <th>warmer by</th>
          </tr>
        </thead>
        <tbody>
          {fill.surfaces.map((k) => (
            <tr key={k.surface}>
              <td>{k.surface}</td>
              <td className="figures">{k.ratio.toFixed(1)} : 1</td>
              <td className="figures">{signed(k.shadow)}</td>
              <td className="figures">{signed(k.warmth)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="caption">Stops; warmer is red over blue on the shadow cheek.</p>
    </>
  );
}
