import { useState } from "react";
import { enterValue } from "../bench/changes";
import { useBench } from "../bench/store";
import { preview, useFrame } from "../frame/store";
import { newestTurn } from "../frame/usePicture";
import { useSettings } from "../theme/useSettings";
import { inWords, type People as Row, problemsIn, server } from "../server/client";

const COUNTS = [2, 3, 4, 5, 6];

/** Two to six people in a row: what the meter reads before each face, and how the key evens it. */
export function People() {
  const set = useBench((s) => s.set);
  const previewed = useFrame((s) => s.preview?.text);
  const feet = useSettings((s) => s.feet);
  const count = set?.people?.count ?? 0;
  const [spacing, setSpacing] = useState(() => (set?.people ? `${Math.round(set.people.spacing * 100)} cm` : feet ? "1ft 10" : "55 cm"));
  const [row, setRow] = useState<{ of: unknown; answer: Row } | null>(null);
  const [wrong, setWrong] = useState("");

  /** The row is part of the set: it is put in first, and what the light does to it asked for after. */
  async function ask(people: number) {
    const refused = [...(await enterValue("people.spacing", spacing)), ...(await enterValue("people.count", String(people)))];
    const now = useBench.getState().set;
    if (refused.length || !now) {
      setWrong(inWords(refused));
      return;
    }
    const { data, error } = await server
      .POST("/api/key/row", { body: { set: now, feet, ...newestTurn() } })
      .catch(() => ({ data: undefined, error: undefined }));
    setWrong(data ? "" : inWords(problemsIn(error)));
    setRow(data ? { of: now, answer: data } : null);
  }

  const shown = row && row.of === set ? row.answer : null;
  const answer = shown?.answer;
  return (
    <div className="people">
      <div className="targets">
        <span role="group" aria-label="How many people">
          {COUNTS.map((k) => (
            <button key={k} type="button" className="plain figures" aria-pressed={count === k} onClick={() => void ask(k)}>
              {k}
            </button>
          ))}
        </span>
        <label>
          in a row, faces apart{" "}
          <input
            className="figures"
            size={7}
            value={spacing}
            onChange={(e) => setSpacing(e.target.value)}
            onKeyDown={(e) => e.key === "Enter" && void ask(count || 3)}
            aria-invalid={Boolean(wrong)}
          />
        </label>
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </div>
      {!shown && !wrong && (
        <p className="facts">
          Choose how many people sit in the row. What the meter reads before each face follows in stops, with what evens it.
        </p>
      )}
      {shown && (
        <>
          <Faces label="now" faces={shown.faces} spread={shown.spread} />
          {shown.answer && <Faces label="evened" faces={shown.best} spread={shown.best_spread} />}
          <ul className="findings">
            <li>
              {answer ? (
                <button type="button" className="plain" aria-pressed={previewed === answer.text} onClick={() => preview(answer)}>
                  Preview: {answer.text}
                </button>
              ) : (
                "One light of this size gives nothing more even in this room."
              )}
            </li>
          </ul>
        </>
      )}
    </div>
  );
}

function Faces({ label, faces, spread }: { label: string; faces: string[]; spread: number }) {
  return (
    <div className="faces">
      <span className="caption">{label}</span>
      {faces.map((k, i) => (
        <span key={i} className="figures face">
          {k}
        </span>
      ))}
      <span className="caption">
        spread <span className="figures">{spread.toFixed(1)}</span> stops
      </span>
    </div>
  );
}
