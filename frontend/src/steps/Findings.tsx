import { meanSo } from "../bench/changes";
import { preview, useFrame } from "../frame/store";
import { useFindings } from "./useFindings";

/** The findings of a step; a mend is previewed in the Frame before it is applied. */
export function Findings({ step }: { step: string }) {
  const previewed = useFrame((s) => s.preview?.text);
  const found = useFindings()?.findings.filter((f) => f.step === step);
  return (
    <ul className="findings" aria-label="Findings">
      {found?.map((f) => {
        const { mend } = f;
        return (
          <li key={f.code + f.message} className={f.severity}>
            <span>{f.message}</span>
            {mend && (
              <button type="button" className="plain" aria-pressed={previewed === mend.text} onClick={() => preview(mend)}>
                Preview: {mend.text}
              </button>
            )}
            {(f.can_be_meant || f.meant) && (
              <button type="button" className="plain meant" aria-pressed={f.meant} onClick={() => void meanSo(f.code, !f.meant)}>
                {f.meant ? "Meant so" : "I mean it so"}
              </button>
            )}
          </li>
        );
      })}
      {!found && <li className="note">Findings follow in a moment.</li>}
    </ul>
  );
}
