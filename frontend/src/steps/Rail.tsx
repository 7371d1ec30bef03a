import { chooseStep } from "../bench/choosing";
import { useOpen } from "../bench/open";
import { useBench } from "../bench/store";
import "./steps.css";
import { useFindings } from "./useFindings";
import { useSteps } from "./useSteps";

/** The steps in working order, each with its state or its most telling figure. */
export function Rail() {
  const known = useSteps();
  const states = useFindings()?.states;
  const thing = useBench((s) => s.thing);
  const open = useOpen((s) => s.step);
  return (
    <nav className="rail" aria-label="Steps">
      {known?.steps.map((step, i) => {
        const state = states?.[step.code];
        const current = open ? step.code === open : step.thing === thing;
        return (
          <button
            key={step.code}
            type="button"
            className={`plain${state?.kind === "look here" ? " look" : ""}`}
            aria-current={current ? "step" : undefined}
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
