import { askWays } from "../bench/choosing";
import { preview, useFrame } from "../frame/store";
import type { Answer } from "../server/client";
import { useSteps } from "../steps/useSteps";
import { useKeyStep } from "./store";
import { useAdvice } from "./useAdvice";

/** Ways to a wanted pattern, each previewed before it is applied. */
export function Ways() {
  const advice = useAdvice();
  const seeking = useKeyStep((s) => s.seeking);
  const patterns = useSteps()?.patterns ?? [];
  return (
    <div className="ways">
      <div className="targets" role="group" aria-label="Ways to get to">
        {patterns.map(({ name }) => (
          <button
            key={name}
            type="button"
            className="plain"
            aria-pressed={(seeking || advice?.target) === name}
            onClick={() => void askWays(name, false)}
          >
            {name}
          </button>
        ))}
      </div>
      {seeking && <p className="facts">Ways to {seeking} are being tried.</p>}
      {!advice && !seeking && <p className="facts">Choose a pattern. The ways to get there follow, the least effort first.</p>}
      {advice?.here && <p className="facts">The key draws {advice.target} already.</p>}
      {advice?.because && (
        <p className="facts">
          {advice.target} cannot be reached here: {advice.because}.
        </p>
      )}
      <ul className="findings" aria-label="Ways to get there">
        {[...(advice?.ways ?? []), ...(advice?.possible ?? [])].map((way) => (
          <WayLine key={way.text} way={way} />
        ))}
      </ul>
    </div>
  );
}

function WayLine({ way }: { way: Answer }) {
  const previewed = useFrame((s) => s.preview?.text === way.text);
  return (
    <li>
      <button type="button" className="plain" aria-pressed={previewed} onClick={() => preview(way)}>
        Preview: {way.text}
      </button>
      {way.note && <span className="caption"> {way.note}</span>}
    </li>
  );
}
