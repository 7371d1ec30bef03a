import { useState } from "react";
import { useBench } from "../bench/store";
import { useLook } from "../look/useLook";
import { newestTurn } from "../bench/usePicture";
import { inWords, type People as Row, problemsIn, server } from "../server/client";

const COUNTS = [2, 3, 4, 5, 6];

function stopsText(stops: number) {
  return stops <= -8 ? "dark" : `${stops < 0 ? "−" : "+"}${Math.abs(stops).toFixed(1)}`;
}

/** Two to six people in a row: light on each face by the key, and the aim, place and distance that even it. */
export function People() {
  const set = useBench((s) => s.set);
  const preview = useBench((s) => s.preview);
  const feet = useLook((s) => s.feet);
  const [count, setCount] = useState(3);
  const [spacing, setSpacing] = useState(feet ? "1ft 10" : "55 cm");
  const [row, setRow] = useState<{ of: unknown; count: number; answer: Row } | null>(null);
  const [wrong, setWrong] = useState("");

  async function ask(people: number) {
    if (!set) {
      return;
    }
    setCount(people);
    const { data, error } = await server.POST("/api/key/row", { body: { set, feet, count: people, spacing, ...newestTurn() } });
    setWrong(data ? "" : inWords(problemsIn(error)));
    setRow(data ? { of: set, count: people, answer: data } : null);
  }

  const shown = row && row.of === set ? row.answer : null;
  return (
    <div className="people">
      <div className="targets">
        <span role="group" aria-label="How many people">
          {COUNTS.map((k) => (
            <button key={k} type="button" className="plain figures" aria-pressed={shown !== null && count === k} onClick={() => void ask(k)}>
              {k}
            </button>
          ))}
        </span>
        <label>
          in a row, faces apart{" "}
          <input className="figures" size={7} value={spacing} onChange={(e) => setSpacing(e.target.value)} onKeyDown={(e) => e.key === "Enter" && void ask(count)} aria-invalid={Boolean(wrong)} />
        </label>
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </div>
      {!shown && !wrong && <p className="facts">Choose how many sit in the row: the light of the key on each face is worked out, and how to even it.</p>}
      {shown && (
        <>
          <Faces label="now" stops={shown.stops} spread={shown.spread} />
          {shown.set && <Faces label="evened" stops={shown.best} spread={shown.best_spread} />}
          <ul className="findings">
            <li>
              {shown.set ? (
                <button
                  type="button"
                  className="plain"
                  aria-pressed={preview?.text === shown.text}
                  onClick={() => useBench.setState({ preview: preview?.text === shown.text || !shown.set ? null : { text: shown.text, set: shown.set } })}
                >
                  See it: {shown.text}
                </button>
              ) : (
                "This is as even as one light of this size makes it in this room."
              )}
            </li>
          </ul>
        </>
      )}
    </div>
  );
}

function Faces({ label, stops, spread }: { label: string; stops: number[]; spread: number }) {
  return (
    <div className="faces">
      <span className="caption">{label}</span>
      {stops.map((k, i) => (
        <span key={i} className="figures face">
          {stopsText(k)}
        </span>
      ))}
      <span className="caption">
        spread <span className="figures">{spread.toFixed(1)}</span> stops
      </span>
    </div>
  );
}
