import { chooseStep } from "../bench/actions";
import { useBench } from "../bench/store";
import "./steps.css";
import { useSteps } from "./useSteps";

/** The steps in working order, each with what its checks say. */
export function Rail() {
  const known = useSteps();
  const states = useBench((s) => s.findings?.states);
  const thing = useBench((s) => s.step || s.thing);
  return (
    <nav className="rail" aria-label="Steps">
      {known?.steps.map((step, i) => {
        const state = states?.[step.code] ?? "…";
        const look = state === "look here";
        return (
          <button
            key={step.code}
            type="button"
            className={`plain${look ? " look" : ""}`}
            aria-current={thing === step.thing ? "step" : undefined}
            data-step={step.code}
            onClick={() => chooseStep(step.thing)}
          >
            <b className="figures">{i + 1}</b> <span className="name">{step.name}</span> <span className="state">{state}</span>
          </button>
        );
      })}
    </nav>
  );
}
