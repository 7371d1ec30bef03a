import { useBench } from "../bench/store";
import { useSteps } from "./useSteps";

/** What is found for the step of a thing; a mend is looked at in the Frame before it is taken. */
export function Findings({ thing }: { thing: string }) {
  const findings = useBench((s) => s.findings);
  const preview = useBench((s) => s.preview);
  const step = useSteps()?.steps.find((s) => s.thing === thing);
  const found = findings?.findings.filter((f) => f.step === step?.code);
  return (
    <ul className="findings" aria-label="Found">
      {found?.map((f) => {
        const { mend } = f;
        return (
          <li key={f.code + f.message} className={f.severity}>
            <span>{f.message}</span>
            {mend && (
              <button type="button" className="plain" aria-pressed={preview?.text === mend.text} onClick={() => useBench.setState({ preview: preview?.text === mend.text ? null : mend })}>
                See it: {mend.text}
              </button>
            )}
          </li>
        );
      })}
      {!found && <li className="note">The set is being looked at.</li>}
    </ul>
  );
}
