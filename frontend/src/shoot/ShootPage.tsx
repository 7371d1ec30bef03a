import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import type { Shoot } from "../server/client";
import { FrameView } from "./FrameView";
import { MeterView } from "./MeterView";
import { useShootView } from "./useShootView";
import "./shoot.css";

const VIEWS = ["Change", "Check", "Meter", "Shoot"] as const;
/** Whether this is the computer that serves it: another device reaches the shoot view alone. */
const AT_HOME = ["127.0.0.1", "localhost", "[::1]"].includes(window.location.hostname);
type View = (typeof VIEWS)[number];

/** At arm's length, with one hand: the next change, the list, the meter, the camera. */
export function ShootPage() {
  const { id = "" } = useParams();
  const view = useShootView(id);
  const [shown, setShown] = useState<View>("Change");
  const { here } = view;
  useEffect(() => {
    document.title = "Shoot · Deep Amber";
  }, []);
  return (
    <main className="shoot">
      <header>
        <Link to={AT_HOME ? `/sitting/${id}` : "/shoot"}>{here?.name ?? "Sitting"}</Link>
        {here && <Timer since={`${id}:${here.look}`} minutes={here.minutes} />}
      </header>
      {view.wrong && (
        <p className="wrong" role="alert">
          {view.wrong}
        </p>
      )}
      {here && (
        <>
          <nav className="which" aria-label="Looks">
            <button
              type="button"
              className="plain"
              aria-label="The look before"
              disabled={here.look === 0}
              onClick={() => void view.come(here.look - 1)}
            >
              ‹
            </button>
            <b>{here.looks[here.look]}</b>
            <span className="figures">
              {here.look + 1} of {here.looks.length}
            </span>
            <button
              type="button"
              className="plain"
              aria-label="The next look"
              disabled={here.look + 1 >= here.looks.length}
              onClick={() => void view.come(here.look + 1)}
            >
              ›
            </button>
          </nav>
          <section className="shoot-view" aria-label={shown}>
            {shown === "Change" && (
              <Changes here={here} onDone={(done) => void view.come(here.look, done)} onReady={() => setShown("Check")} />
            )}
            {shown === "Check" && <Checks here={here} key={here.look} />}
            {shown === "Meter" && <MeterView id={id} here={here} />}
            {shown === "Shoot" && <FrameView here={here} busy={view.busy} onFire={view.fire} onJudge={view.judge} />}
          </section>
          <nav className="views" aria-label="Views">
            {VIEWS.map((k) => (
              <button key={k} type="button" className="plain" aria-pressed={k === shown} onClick={() => setShown(k)}>
                {k}
                {k === "Change" && here.done < here.changes.length && <span className="figures"> {here.changes.length - here.done}</span>}
              </button>
            ))}
          </nav>
        </>
      )}
    </main>
  );
}

function Changes({ here, onDone, onReady }: { here: Shoot; onDone: (done: number) => void; onReady: () => void }) {
  const now = here.changes[here.done];
  const then = here.changes[here.done + 1];
  return (
    <>
      <p className="caption">
        {here.changes.length === 0
          ? "Nothing changes for this one."
          : now
            ? `Change ${here.done + 1} of ${here.changes.length}, for ${here.ready}`
            : `All ${here.changes.length} changes are done.`}
      </p>
      <p className="now" role="status">
        {now ?? "Ready."}
      </p>
      {then && <p className="then">Then: {then}</p>}
      <div className="below">
        {here.better_side !== "not noted" && <p className="caption">Better side: {here.better_side}.</p>}
        {now ? (
          <button type="button" className="big go" onClick={() => onDone(here.done + 1)}>
            Done
          </button>
        ) : (
          <button type="button" className="big go" onClick={onReady}>
            To the list
          </button>
        )}
        <button type="button" className="plain" disabled={here.done === 0} onClick={() => onDone(here.done - 1)}>
          One back
        </button>
      </div>
    </>
  );
}

function Checks({ here }: { here: Shoot }) {
  const [ticked, setTicked] = useState<readonly string[]>([]);
  return (
    <ul className="ticks">
      {here.checks.map((k) => (
        <li key={k}>
          <button
            type="button"
            className="plain"
            aria-pressed={ticked.includes(k)}
            onClick={() => setTicked(ticked.includes(k) ? ticked.filter((t) => t !== k) : [...ticked, k])}
          >
            <span aria-hidden="true">{ticked.includes(k) ? "■" : "□"}</span> {k}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** How long this look has been worked on, against what was planned; a press begins it anew. */
function Timer({ since, minutes }: { since: string; minutes: number }) {
  const [began, setBegan] = useState(() => Date.now());
  const [now, setNow] = useState(began);
  useEffect(() => {
    setBegan(Date.now());
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [since]);
  const seconds = Math.max(0, Math.floor((now - began) / 1000));
  const said = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
  return (
    <button
      type="button"
      className={`plain figures timer${seconds > minutes * 60 ? " over" : ""}`}
      title="Begin anew"
      onClick={() => {
        setBegan(Date.now());
        setNow(Date.now());
      }}
    >
      {said} <span>of {minutes.toFixed(0)}</span>
    </button>
  );
}
