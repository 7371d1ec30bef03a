import { Button, InputNumber, Segmented, Select } from "antd";
import { useCallback, useEffect, useState } from "react";
import { Page, Wrong } from "../pages/Page";
import { SmallFloor } from "../planning/SmallFloor";
import "../planning/planning.css";
import { type EyeAnswer, type EyeMarked, type EyeTask, inWords, problemsIn, server } from "../server/client";
import { DepthLadder } from "./DepthLadder";
import { HeadDial } from "./HeadDial";
import "./eye.css";

const BEGUN: EyeAnswer = { azimuth: 30, elevation: 25, size: 0.5, depth: 1.5, rim: "none", ground: "even", pattern: "" };
const RIMS = ["none", "camera-left", "camera-right", "both"] as const;
const GROUNDS = ["dark", "even", "gradient", "spot"] as const;
const ROUND = 5;

async function asked(level: number): Promise<{ task: EyeTask | null; wrong: string }> {
  const { data, error } = await server
    .GET("/api/practice/task", { params: { query: { level } } })
    .catch(() => ({ data: undefined, error: undefined }));
  return { task: data ?? null, wrong: data ? "" : inWords(problemsIn(error)) };
}

/** A picture whose light is read on instruments, in rounds of five; the truth is laid beside the answer. */
export function PracticePage() {
  const [level, setLevel] = useState(1);
  const [task, setTask] = useState<EyeTask | null>(null);
  const [ahead, setAhead] = useState<Promise<{ task: EyeTask | null; wrong: string }> | null>(null);
  const [answer, setAnswer] = useState(BEGUN);
  const [marked, setMarked] = useState<EyeMarked | null>(null);
  const [totals, setTotals] = useState<number[]>([]);
  const [wrong, setWrong] = useState("");

  const go = useCallback(async (of: number, ready: Promise<{ task: EyeTask | null; wrong: string }> | null) => {
    setMarked(null);
    setTask(null);
    setAnswer(BEGUN);
    const made = await (ready ?? asked(of));
    setTask(made.task);
    setWrong(made.wrong);
    setAhead(made.task ? asked(of) : null); // while this one is read
  }, []);

  useEffect(() => {
    setTotals([]);
    void go(level, null);
  }, [go, level]);

  async function put() {
    if (!task || marked) {
      return;
    }
    const body = { level: task.level, seed: task.seed, answer };
    const { data, error } = await server.POST("/api/practice/mark", { body }).catch(() => ({ data: undefined, error: undefined }));
    setWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      setMarked(data);
      setTotals((before) => [...(before.length >= ROUND ? [] : before), data.total]);
    }
  }

  const change = (to: Partial<EyeAnswer>) => marked || setAnswer((before) => ({ ...before, ...to }));
  return (
    <Page
      title="Practice"
      className="practice"
      tools={
        <>
          <Segmented
            aria-label="Level"
            value={level}
            options={(task?.levels ?? [1, 2, 3, 4, 5]).map((n) => ({ value: n, label: `level ${n}` }))}
            onChange={(n) => setLevel(Number(n))}
          />
          <Score totals={totals} />
        </>
      }
    >
      <Wrong text={wrong} />
      <form
        className="practice-columns"
        onSubmit={(event) => {
          event.preventDefault();
          void (marked ? go(level, ahead) : put());
        }}
      >
        <div className="read-picture">
          {task ? <img src={task.picture} alt="The picture to read" /> : <div aria-busy="true" />}
          {marked && (
            <figure>
              <img src={marked.own} alt="The picture of your light" />
              <figcaption>the picture of your light</figcaption>
            </figure>
          )}
        </div>
        <div className="read-on">
          <HeadDial
            azimuth={answer.azimuth}
            elevation={answer.elevation}
            size={answer.size}
            truth={marked?.truth_angles ?? null}
            onChange={change}
          />
          <div className="read-more">
            <DepthLadder depth={answer.depth} truth={marked?.depth ?? null} onChange={(depth) => change({ depth })} />
            <label>
              size of its front, of its distance
              <InputNumber
                min={0.05}
                max={3}
                step={0.05}
                value={answer.size}
                disabled={marked !== null}
                onChange={(size) => size && change({ size })}
              />
            </label>
            <label>
              rim
              <Segmented size="small" value={answer.rim ?? "none"} options={[...RIMS]} onChange={(rim) => change({ rim })} />
            </label>
            <label>
              backdrop
              <Segmented size="small" value={answer.ground ?? "even"} options={[...GROUNDS]} onChange={(ground) => change({ ground })} />
            </label>
            <label>
              pattern
              <Select
                aria-label="Pattern"
                value={answer.pattern || null}
                placeholder="name it"
                disabled={marked !== null}
                options={(task?.patterns ?? []).map((k) => ({ value: k, label: k }))}
                onChange={(pattern: string) => change({ pattern })}
              />
            </label>
          </div>
        </div>
        <div className="read-answer">
          {marked ? (
            <Told marked={marked} />
          ) : (
            <p className="caption">Pull the key round the head, set what you see, then answer. The arrow keys turn what is chosen.</p>
          )}
          <Button type="primary" htmlType="submit" disabled={!task}>
            {marked ? (totals.length >= ROUND ? "A new round" : "Next picture") : "Answer"}
          </Button>
        </div>
      </form>
    </Page>
  );
}

function Score({ totals }: { totals: readonly number[] }) {
  if (!totals.length) {
    return null;
  }
  const mean = totals.reduce((a, b) => a + b, 0) / totals.length;
  return (
    <span role="status">
      {totals.length} of {ROUND}: <b className="figures">{Math.round(mean * 100)}</b> of 100
    </span>
  );
}

function Told({ marked }: { marked: EyeMarked }) {
  return (
    <section aria-label="Marks">
      <h2>
        <span className="figures">{Math.round(marked.total * 100)}</span> of 100
      </h2>
      {marked.said && <p className="near met">{marked.said}</p>}
      <ul className="eye-marks">
        {marked.marks.map((k) => (
          <li key={k.skill} className={k.mark >= 0.99 ? "right" : ""}>
            {k.text}
          </li>
        ))}
      </ul>
      <p>It was {marked.truth}.</p>
      <SmallFloor drawing={marked.drawing} width={150} height={180} />
      <ol className="clues">
        {marked.clues.map((k) => (
          <li key={k}>{k}</li>
        ))}
      </ol>
    </section>
  );
}
