import { askRoads } from "../bench/actions";
import { useBench } from "../bench/store";
import type { Pattern, Road } from "../server/client";
import { PATTERNS } from "./patterns";
import { useAdvice } from "./useAdvice";

/** Roads to a wanted pattern, each looked at in the Frame before it is taken. */
export function Roads() {
  const advice = useAdvice();
  const seeking = useBench((s) => s.seeking);
  return (
    <div className="roads">
      <div className="targets" role="group" aria-label="Roads to">
        {PATTERNS.map((name: Pattern) => (
          <button key={name} type="button" className="plain" aria-pressed={(seeking || advice?.target) === name} onClick={() => void askRoads(name, false)}>
            {name}
          </button>
        ))}
      </div>
      {seeking && <p className="facts">Roads to {seeking} are being tried.</p>}
      {!advice && !seeking && <p className="facts">Choose a pattern: the ways to it stand here, the least effort first.</p>}
      {advice?.here && <p className="facts">The key draws {advice.target} already.</p>}
      {advice?.because && (
        <p className="facts">
          {advice.target} cannot be reached here: {advice.because}.
        </p>
      )}
      <ul className="findings" aria-label="Roads">
        {advice?.roads.map((road) => <RoadLine key={road.text} road={road} />)}
        {advice?.possible.map((road) => <RoadLine key={road.text} road={road} />)}
      </ul>
    </div>
  );
}

function RoadLine({ road }: { road: Road }) {
  const preview = useBench((s) => s.preview);
  const seen = preview?.text === road.text;
  return (
    <li>
      <button type="button" className="plain" aria-pressed={seen} onClick={() => useBench.setState({ preview: seen ? null : { text: road.text, set: road.set } })}>
        See it: {road.text}
      </button>
      {road.note && <span className="caption"> {road.note}</span>}
    </li>
  );
}
