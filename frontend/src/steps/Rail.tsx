import { chooseStep } from "../bench/choosing";
import "./steps.css";
import { useFindings } from "./useFindings";
import { useStep, useSteps } from "./useSteps";

/** The steps in working order, each with its state or its most telling figure. */
export function Rail() {
  const known = useSteps();
  const states = useFindings()?.states;
  const open = useStep();
  return (
    <nav className="rail" aria-label="Steps">
      {known?.steps.map((step, i) => {
        const state = states?.[step.code];
        return (
          <button
            key={step.code}
            type="button"
            className={`plain${state?.kind === "look here" ? " look" : ""}`}
            aria-current={step.code === open?.code ? "step" : undefined}
            data-step={step.code}
            data-state={state?.kind}
            onClick={() => chooseStep(step)}
          >
            <b className="figures">{i + 1}</b> <span className="name">{step.name}</span> <span className="state">{state?.text ?? "…"}</span>
          </button>
        );
      })}
    </nav>
  );
}
