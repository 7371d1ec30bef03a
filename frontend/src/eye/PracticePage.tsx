import { Button, InputNumber, Segmented, Select } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Page, Wrong } from "../pages/Page";
import "../planning/planning.css";
import { inWords, problemsIn, server } from "../server/client";
import { DepthLadder } from "./DepthLadder";
import { HeadDial } from "./HeadDial";
import { Laid, laidWords } from "./Laid";
import { PracticeTold } from "./PracticeTold";
import { type Level, ROUND, useRound } from "./useRound";
import "./eye.css";

const LEVELS = [1, 2, 3, 4, 5] as const;
const ASPECT = 480 / 600; // of the pictures that are read
const RIMS = ["none", "camera-left", "camera-right", "both"] as const;
const GROUNDS = ["dark", "even", "gradient", "spot"] as const;

/** A picture whose light is read on instruments, in rounds of five; the truth is laid beside the answer. */
export function PracticePage() {
  const [level, setLevel] = useState<Level>("weakest");
  const [shown, setShown] = useState<"own" | "difference">("own");
  const { task, answer, marked, own, totals, wrong, left, over, put, next, change } = useRound(level);
  const [handWrong, setHandWrong] = useState("");
  const navigate = useNavigate();

  async function byHand() {
    const { data, error } = await server.POST("/api/practice/hand", { body: { level: task?.level ?? 1, seed: null } });
    setHandWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      void navigate(`/set/${data.set_id}`);
    }
  }

  return (
    <Page
      title="Practice"
      className="practice"
      tools={
        <>
          <Segmented<Level>
            aria-label="Level"
            value={level}
            options={[{ value: "weakest", label: "what is weakest" }, ...LEVELS.map((n) => ({ value: n, label: `${n}` }))]}
            onChange={setLevel}
          />
          <Score totals={totals} left={left} />
          <Button onClick={() => void byHand()}>Make a picture by hand</Button>
          <Link to="/practice/progress">Progress</Link>
        </>
      }
    >
      <Wrong text={wrong || handWrong} />
      <form
        className="practice-columns"
        onSubmit={(event) => {
          event.preventDefault();
          void (marked ? next() : put());
        }}
      >
        <div className="read-picture">
          {task ? <img src={task.picture} alt="The picture to read" /> : <div aria-busy="true" />}
          {marked && <Laid overlay={marked.overlay} aspect={ASPECT} />}
          {marked && <p className="caption laid-words">{laidWords(marked.overlay).join(" ")}</p>}
          {marked && own && (
            <figure>
              <img
                src={shown === "own" ? own.own : own.difference}
                alt={shown === "own" ? "The picture of your light" : "The difference of both pictures"}
              />
              <figcaption>
                <Segmented
                  size="small"
                  aria-label="Beside it"
                  value={shown}
                  options={[
                    { value: "own", label: "yours" },
                    { value: "difference", label: "difference" },
                  ]}
                  onChange={setShown}
                />
              </figcaption>
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
          <Button type="primary" htmlType="submit" disabled={!task}>
            {marked ? (over ? "A new round" : "Next picture") : "Answer"}
          </Button>
          {marked ? (
            <PracticeTold marked={marked} />
          ) : (
            <p className="caption">
              {task?.skill && `This one trains: ${task.skill}. `}Pull the key round the head, set what you see, then answer. The arrow keys
              turn what is chosen. A picture of your own is read from the <Link to="/log">Log</Link>.
            </p>
          )}
        </div>
      </form>
    </Page>
  );
}

function Score({ totals, left }: { totals: readonly number[]; left: number }) {
  const mean = totals.reduce((a, b) => a + b, 0) / Math.max(totals.length, 1);
  const time = `${Math.floor(left / 60)}:${String(Math.floor(left % 60)).padStart(2, "0")}`;
  return (
    <>
      <span className="figures caption" role="timer">
        {time}
      </span>
      {totals.length > 0 && (
        <span role="status">
          {totals.length} of {ROUND}: <b className="figures">{Math.round(mean * 100)}</b> of 100
        </span>
      )}
    </>
  );
}
