import { useQuery } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { type Entry, inWords, type Problem, problemsIn, type SetFile, server } from "../server/client";
import { WhoCards } from "../sheet/WhoSits";
import { useSettings } from "../theme/useSettings";
import "./begin.css";

const viewer = crypto.randomUUID();
let turn = 0;

const FIELDS = ["width", "depth", "height", "walls", "backdrop", "who", "framing"] as const;
type Answers = Record<(typeof FIELDS)[number], string>;
const SIZES = [
  ["width", "wide, across the picture"],
  ["depth", "deep, backdrop to camera"],
  ["height", "high"],
] as const;

function Pick({ label, value, options, onChoose }: { label: string; value: string; options: string[]; onChoose: (value: string) => void }) {
  return (
    <div className="ask">
      <label>{label}</label>
      <Select
        aria-label={label}
        value={value}
        options={options.map((o) => ({ value: o, label: o }))}
        onChange={onChoose}
        popupMatchSelectWidth={false}
      />
    </div>
  );
}

/** The first visit: own room, backdrop, sitter and framing, and the picture they make. */
export function BeginPage() {
  const feet = useSettings((s) => s.feet);
  const known = useQuery({ queryKey: ["begin"], queryFn: async () => (await server.GET("/api/begin")).data, staleTime: Infinity }).data;
  return known ? (
    <Questions known={known} feet={feet} first={(feet ? known.usual_in_feet : known.usual) as Answers} />
  ) : (
    <main className="begin" aria-busy="true" />
  );
}

interface Known {
  walls: string[];
  backdrops: string[];
  framings: string[];
}

function Questions({ known, first, feet }: { known: Known; first: Answers; feet: boolean }) {
  const navigate = useNavigate();
  const [answers, setAnswers] = useState<Answers>(first);
  const [problems, setProblems] = useState<Problem[]>([]);
  const [begun, setBegun] = useState<{ answers: Answers; file: SetFile } | null>(null);
  const [picture, setPicture] = useState("");
  const [busy, setBusy] = useState(false);

  useEffect(() => {
    turn += 1;
    const mine = turn;
    async function look() {
      const made = await server.POST("/api/begin", { body: { ...answers, feet } });
      if (mine !== turn) {
        return;
      }
      setProblems(made.data ? [] : problemsIn(made.error));
      if (!made.data) {
        return;
      }
      setBegun({ answers, file: made.data.file });
      const shown = await server.POST("/api/picture", {
        body: { set: made.data.file.set, quality: "settled", viewer, turn: mine, solo: null, was: "", without_flash: false, marked: "" },
      });
      if (shown.data && mine === turn) {
        setPicture(shown.data.picture);
      }
    }
    const wait = setTimeout(() => void look().catch(() => setProblems(problemsIn(null))), 250);
    return () => clearTimeout(wait);
  }, [answers, feet]);

  // What has been answered since is not in the set yet.
  const file = begun?.answers === answers ? begun.file : null;
  const answer = (field: keyof Answers) => (value: string) => setAnswers((now) => ({ ...now, [field]: value }));
  const wrong = (field: string) => inWords(problems.filter((p) => p.field === field));
  const other = problems.filter((p) => !SIZES.some(([field]) => field === p.field));

  async function keep() {
    if (!file) {
      return;
    }
    setBusy(true);
    try {
      const response = await fetch("/api/sets", {
        method: "POST",
        body: JSON.stringify(file),
        headers: { "Content-Type": "application/json" },
      });
      const body = await response.json();
      if (response.ok) {
        navigate(`/set/${(body as Entry).id}`);
      } else {
        setProblems(problemsIn(body));
      }
    } catch {
      setProblems(problemsIn(null));
    }
    setBusy(false);
  }

  return (
    <main className="begin">
      <header>
        <Link className="brand" to="/shelf">
          Deep Amber
        </Link>
        <h1>Your own room</h1>
      </header>
      <div className="asked">
        <section>
          <h2>
            <b className="figures">1</b> The room
          </h2>
          <div className="sizes">
            {SIZES.map(([field, label]) => (
              <div className={`ask${wrong(field) ? " refused" : ""}`} key={field}>
                <label htmlFor={`begin-${field}`}>{label}</label>
                <input
                  id={`begin-${field}`}
                  className="figures"
                  value={answers[field]}
                  maxLength={40}
                  spellCheck={false}
                  aria-invalid={wrong(field) !== ""}
                  onChange={(e) => answer(field)(e.currentTarget.value)}
                />
                {wrong(field) && (
                  <span className="wrong" role="alert">
                    {wrong(field)}
                  </span>
                )}
              </div>
            ))}
          </div>
          <Pick label="walls" value={answers.walls} options={known.walls} onChoose={answer("walls")} />
        </section>
        <section>
          <h2>
            <b className="figures">2</b> What hangs behind
          </h2>
          <Pick label="backdrop" value={answers.backdrop} options={known.backdrops} onChoose={answer("backdrop")} />
        </section>
        <section>
          <h2>
            <b className="figures">3</b> Who sits
          </h2>
          <WhoCards who={answers.who} onChoose={answer("who")} />
        </section>
        <section>
          <h2>
            <b className="figures">4</b> How much of them
          </h2>
          <div className="who" role="group" aria-label="Frame it as">
            {known.framings.map((name) => (
              <button
                key={name}
                type="button"
                className="plain"
                aria-pressed={answers.framing === name}
                onClick={() => answer("framing")(name)}
              >
                {name}
              </button>
            ))}
          </div>
        </section>
        {other.length > 0 && (
          <p className="wrong" role="alert">
            {inWords(other)}
          </p>
        )}
        <footer>
          <Button type="primary" size="large" loading={busy} disabled={!file || problems.length > 0} onClick={() => void keep()}>
            Put it on the bench
          </Button>
          <span>
            {begun &&
              `${Math.round(begun.file.set.camera.focal_length)} mm, f/${begun.file.set.camera.aperture}, one light, metered. Everything can be dragged there.`}
          </span>
        </footer>
      </div>
      <figure>{picture && <img src={picture} alt="The picture as this room would take it" />}</figure>
    </main>
  );
}
