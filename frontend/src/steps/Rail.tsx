import { chooseStep } from "../bench/actions";
import { useBench } from "../bench/store";
import "./steps.css";

/** The steps in working order, each with what its checks say. */
export function Rail() {
  const steps = useBench((s) => s.findings?.steps);
  const thing = useBench((s) => s.thing);
  return (
    <nav className="rail" aria-label="Steps">
      {steps?.map((step, i) => {
        const look = step.state === "look here";
        return (
          <button
            key={step.code}
            type="button"
            className={`plain${look ? " look" : ""}`}
            aria-current={thing === step.thing ? "step" : undefined}
            aria-label={`${i + 1} ${step.name}: ${step.state}`}
            onClick={() => chooseStep(step.thing)}
          >
            <b className="figures">{i + 1}</b>
            <span className="name">{step.name}</span>
            <span className="state">{step.state}</span>
          </button>
        );
      })}
    </nav>
  );
}
