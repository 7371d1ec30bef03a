import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { pictureOf, useShoot } from "../expose/useShoot";
import { type FocusedOn, focusOn } from "./focus";
import { inWords, problemsIn, type SelfPortrait, server, type TestFrame } from "../server/client";
import { useSettings } from "../theme/useSettings";
import "./alone.css";

const TIMERS = [0, 2, 10] as const;
const ROWS = [1, 3, 5] as const;

/** Alone before the camera: mark, stand-in, focus locked, timer, the walk, and the frames with what went wrong. */
export function AlonePage() {
  const { id = "" } = useParams();
  const feet = useSettings((s) => s.feet);
  const stored = useQuery({
    queryKey: ["alone", id],
    queryFn: async () => {
      const { data, error } = await server.GET("/api/sets/{set_id}", { params: { path: { set_id: id } } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const set = stored.data?.file.set;
  const plan = useQuery({
    queryKey: ["self", id, stored.data?.version, feet],
    enabled: set !== undefined,
    queryFn: async (): Promise<SelfPortrait | null> =>
      set ? ((await server.POST("/api/expose/self", { body: { set, feet, viewer: "alone", turn: 0 } })).data ?? null) : null,
  }).data;
  const { frames, busy, wrong, setWrong, shoot } = useShoot(id);
  const [focused, setFocused] = useState<FocusedOn>({ on: null, words: "" });
  const [timer, setTimer] = useState<number>(10);
  const [row, setRow] = useState<number>(1);
  const [mirrored, setMirrored] = useState(true);
  const [chosen, setChosen] = useState("");
  const frame = frames.find((k) => k.id === chosen) ?? frames[0];
  useEffect(() => {
    document.title = "Alone before the camera · Deep Amber";
  }, []);

  async function press() {
    if (!set || !plan) {
      return;
    }
    const made = await shoot(set, {
      timer,
      row,
      focus: focused.on === null ? "auto" : "locked",
      on: "empty",
      walk: plan.walk,
    });
    const last = made[made.length - 1];
    if (last) {
      setChosen(last.id);
    }
  }

  return (
    <main className="alone">
      <header>
        <h1>
          <Link to={`/set/${id}`}>{stored.data?.name ?? "Back to the set"}</Link> <span>Alone before the camera</span>
        </h1>
        <Link to="/devices">Devices</Link>
      </header>
      {stored.isError && <p className="wrong">{stored.error.message}</p>}
      {plan && (
        <div className="alone-columns">
          <ol className="alone-steps">
            <li>
              <b>Mark the floor</b> <span>{plan.mark}</span>
            </li>
            <li>
              <b>Stand something there</b>{" "}
              <span>
                with white on it, at <span className="figures">{plan.eye_height}</span>; focus and expose on it
              </span>
            </li>
            <li>
              <b>Focus, and lock it</b>{" "}
              <span>
                at <span className="figures">{plan.distance}</span>{" "}
                <button
                  type="button"
                  className="plain chip"
                  aria-pressed={focused.on === "object"}
                  disabled={!set}
                  onClick={() => set && void focusOn(set, "object").then(setFocused)}
                >
                  Focus on the stand-in
                </button>
                <button
                  type="button"
                  className="plain chip"
                  aria-pressed={focused.on === null}
                  onClick={() => setFocused({ on: null, words: "" })}
                >
                  Leave it automatic
                </button>
                {focused.words && <em role="status"> {focused.words}</em>}
              </span>
            </li>
            <li>
              <b>How far you may sway</b>{" "}
              <span>
                <span className="figures">{plan.before}</span> forward, <span className="figures">{plan.behind}</span> back; a head sways
                about {plan.sway}.{" "}
                {plan.holds ? "That holds." : `Too little: ${plan.aperture ? `${plan.aperture} holds it` : "step back, or stop down"}.`}
              </span>
            </li>
            <li>
              <b>Timer</b>{" "}
              <span>
                {TIMERS.map((k) => (
                  <button key={k} type="button" className="plain chip" aria-pressed={timer === k} onClick={() => setTimer(k)}>
                    {k === 0 ? "none" : `${k} s`}
                  </button>
                ))}{" "}
                to walk and sit takes <span className="figures">{plan.walk.toFixed(0)} s</span>
                {timer < plan.walk && <em> too short: you are not there yet</em>}
              </span>
            </li>
            <li>
              <b>Frames</b>{" "}
              <span>
                {ROWS.map((k) => (
                  <button key={k} type="button" className="plain chip" aria-pressed={row === k} onClick={() => setRow(k)}>
                    {k}
                  </button>
                ))}
              </span>
            </li>
            <li>
              <button type="button" className="plain go" disabled={busy} onClick={() => void press()}>
                {busy ? "Walk to the mark" : "Press the button"}
              </button>
              {(wrong || focused.wrong) && (
                <p className="wrong" role="alert">
                  {wrong || focused.wrong}{" "}
                  <button
                    type="button"
                    className="plain"
                    onClick={() => {
                      setWrong("");
                      setFocused({ ...focused, wrong: "" });
                    }}
                  >
                    Dismiss
                  </button>
                </p>
              )}
            </li>
          </ol>
          <section className="alone-frame" aria-label="The frame">
            {frame ? <Shown id={id} frame={frame} mirrored={mirrored} /> : <p className="facts">No frame yet.</p>}
            <p>
              <button type="button" className="plain chip" aria-pressed={mirrored} onClick={() => setMirrored(!mirrored)}>
                as in a mirror
              </button>
            </p>
            <div className="strip">
              {frames.slice(0, 6).map((k) => (
                <button key={k.id} type="button" className="plain" aria-pressed={k === frame} onClick={() => setChosen(k.id)}>
                  <img src={pictureOf(id, k)} alt={k.name} draggable={false} />
                </button>
              ))}
            </div>
          </section>
          <section className="forgotten">
            <h2>Before you press</h2>
            <ul>
              {plan.forgotten.map((k) => (
                <li key={k.about}>{k.what}</li>
              ))}
            </ul>
          </section>
        </div>
      )}
    </main>
  );
}

function Shown({ id, frame, mirrored }: { id: string; frame: TestFrame; mirrored: boolean }) {
  return (
    <>
      <img className={mirrored ? "mirrored" : ""} src={pictureOf(id, frame)} alt={`Frame ${frame.name}`} draggable={false} />
      {frame.faults.length ? (
        frame.faults.map((text) => (
          <p key={text} className="fault" role="status">
            {text}
          </p>
        ))
      ) : (
        <p role="status">Sharp, lit as computed.</p>
      )}
    </>
  );
}
