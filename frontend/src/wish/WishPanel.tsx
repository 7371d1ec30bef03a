import { useState } from "react";
import { useBench } from "../bench/store";
import { preview, useFrame } from "../frame/store";
import type { WishAnswer } from "../server/client";
import { Parts } from "../sheet/Parts";
import { signed } from "../ladder/signed";
import { ask, dropWish, pull, stopAsking, toggleKept, unpull } from "./ask";
import { type Pulled, useWish } from "./store";
import "./wish.css";

const TABS = ["answers", "kept"] as const;

/** What is wished, and what does it: each answer is previewed before it is applied. */
export function WishPanel() {
  const [tab, setTab] = useState<string>("answers");
  const targets = useWish((s) => s.targets);
  const aims = useWish((s) => s.aims);
  const beside = (
    <button type="button" className="plain" onClick={dropWish}>
      Dismiss the wish
    </button>
  );
  return (
    <Parts
      parts={TABS.filter((key) => !aims || key === "answers").map((key) => ({ key, label: aims ? "to the aims" : key }))}
      open={aims ? "answers" : tab}
      onOpen={setTab}
      beside={beside}
    >
      <div className="wish-panel">
        <div className="wished">
          {targets.map((target) => (
            <Target key={target.surface} target={target} />
          ))}
        </div>
        {aims || tab === "answers" ? <Answers /> : <Kept />}
      </div>
    </Parts>
  );
}

function Target({ target }: { target: Pulled }) {
  const label = useWish((s) => s.answer?.targets.find((t) => t.surface === target.surface)?.label);
  const [text, setText] = useState<string | null>(null);
  const name = target.surface.replaceAll("_", " ");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (text !== null) {
          pull(target.surface, text);
          setText(null);
        }
      }}
    >
      <label>
        {name}{" "}
        <input
          aria-label={`Wish for ${name}`}
          title="Stops such as -2.5, 3:1, code 30, L* 20, clip, 2 under lit cheek"
          className="figures"
          size={9}
          value={text ?? target.text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      {label && Number.isNaN(Number(target.text)) && <span className="caption">{label}</span>}
      <button type="button" className="plain" aria-label={`No wish for ${name}`} onClick={() => unpull(target.surface)}>
        ×
      </button>
    </form>
  );
}

function Answers() {
  const answer = useWish((s) => s.answer);
  const asking = useWish((s) => s.asking);
  const problem = useWish((s) => s.problem);
  const fresh = useWish((s) => s.of) === useBench((s) => s.set);
  if (!fresh) {
    return (
      <p className="asking">
        <span>The set has changed since.</span>
        <button type="button" className="plain" onClick={() => void ask()}>
          Ask again
        </button>
      </p>
    );
  }
  return (
    <>
      {problem && (
        <p className="wrong" role="alert">
          {problem}
        </p>
      )}
      {answer?.here && <p className="facts">It reads so already.</p>}
      <ul className="findings answers" aria-label="What does it">
        {answer?.answers.map((k) => (
          <Line key={k.text} answer={k} />
        ))}
      </ul>
      {answer?.cannot && (
        <div className="cannot" role="status">
          <p>{answer.cannot}</p>
          {answer.possible.length > 0 && <p>It could be done {answer.possible.join(", or ")}.</p>}
          <ul className="findings answers" aria-label="What does it and changes more">
            {answer.breaking.map((k) => (
              <Line key={k.text} answer={k} />
            ))}
          </ul>
        </div>
      )}
      {asking && (
        <p className="asking" role="status">
          <progress value={answer?.done ?? 0} max={1} aria-label="Moves tried" />
          <span>{answer?.answers.length ? "Other moves are tried." : "Moves are tried."}</span>
          <button type="button" className="plain" onClick={stopAsking}>
            Stop
          </button>
        </p>
      )}
    </>
  );
}

function Line({ answer }: { answer: WishAnswer }) {
  const whole = useWish((s) => s.answer?.done === 1 && !s.answer.cannot);
  const previewed = useFrame((s) => s.preview?.text === answer.text);
  const reached = Object.entries(answer.reached)
    .map(([name, stops]) => `${name.replaceAll("_", " ")} ${signed(stops)}`)
    .join(", ");
  return (
    <li>
      <button type="button" className="plain" aria-pressed={previewed} title={`Why: ${answer.why}.`} onClick={() => preview(answer)}>
        Preview: {answer.text}
      </button>
      {answer.kind === "plan" && answer.steps.length > 1 && (
        <ol className="plan-steps">
          {answer.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
      <span className="caption">
        {answer.kind === "plan" && whole ? "every band is met: " : "then "}
        {reached}; {answer.changed}
        {answer.breaks.length > 0 && `; it does not keep ${answer.breaks.join(", ")}`}
      </span>
    </li>
  );
}

/** What stays while the wish is granted; each can be let go, or pinned. */
function Kept() {
  const kept = useWish((s) => s.answer?.kept);
  if (!kept) {
    return <p className="facts">What is kept follows in a moment.</p>;
  }
  return (
    <div className="kept" role="group" aria-label="Kept">
      {kept.map((k) => (
        <button
          key={k.name}
          type="button"
          className="plain"
          aria-pressed={k.kept}
          title={k.kept ? "Kept as it is: press to let it go" : "May change: press to keep it"}
          onClick={() => toggleKept(k.name, k.kept)}
        >
          {k.label}
        </button>
      ))}
    </div>
  );
}
