import { useEffect, useState } from "react";
import { beside } from "../ladder/signed";
import type { Shoot } from "../server/client";

const TIMERS = [0, 2, 10] as const;

interface Props {
  here: Shoot;
  busy: boolean;
  onFire: (timer: number) => Promise<void>;
  onJudge: (entry: string, to: { kept?: boolean | null; note?: string }) => Promise<void>;
}

/** The last frame beside what is planned, and what is said of it with one tap. */
export function FrameView({ here, busy, onFire, onJudge }: Props) {
  const [timer, setTimer] = useState<number>(0);
  const [note, setNote] = useState(here.note);
  useEffect(() => setNote(here.note), [here.last_id, here.note]);
  return (
    <>
      <div className="two-pictures">
        <figure>
          <img src={here.picture} alt="As planned" />
          <figcaption>planned</figcaption>
        </figure>
        <figure>
          {here.last ? (
            <img src={`/api/shoot/frame/${here.last_id}`} alt={`Frame ${here.last.name}`} />
          ) : (
            <div className="no-frame">no frame yet</div>
          )}
          <figcaption>{here.last?.name ?? "last frame"}</figcaption>
        </figure>
      </div>
      {here.last && (
        <>
          <p role="status" className="now small">
            {here.last.faults[0] ?? (here.last.between ? `As computed: ${beside(here.last.between.stops, "the picture")}.` : "Taken.")}
          </p>
          <div className="judge" role="group" aria-label="The frame">
            <button
              type="button"
              className="big"
              aria-pressed={here.kept === true}
              onClick={() => void onJudge(here.last_id, { kept: here.kept === true ? null : true })}
            >
              Keep
            </button>
            <button
              type="button"
              className="big"
              aria-pressed={here.kept === false}
              onClick={() => void onJudge(here.last_id, { kept: here.kept === false ? null : false })}
            >
              Not
            </button>
          </div>
          <input
            className="note"
            aria-label="Note"
            placeholder="A note"
            value={note}
            maxLength={1000}
            onChange={(e) => setNote(e.target.value)}
            onBlur={() => note !== here.note && void onJudge(here.last_id, { note })}
          />
        </>
      )}
      <div className="below">
        <div role="group" aria-label="Timer" className="timers">
          {TIMERS.map((k) => (
            <button key={k} type="button" className="plain" aria-pressed={k === timer} onClick={() => setTimer(k)}>
              {k === 0 ? "at once" : `${k} s`}
            </button>
          ))}
        </div>
        <button type="button" className="big go" disabled={busy} onClick={() => void onFire(timer)}>
          {busy ? "Firing" : "Fire"}
        </button>
      </div>
    </>
  );
}
