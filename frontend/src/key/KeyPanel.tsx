import { useState } from "react";
import { toggleFollow } from "../bench/actions";
import { useBench } from "../bench/store";
import { Findings } from "../steps/Findings";
import { Beside } from "./Beside";
import { Dial } from "./Dial";
import { People } from "./People";
import { Roads } from "./Roads";
import { useAdvice } from "./useAdvice";
import { Softness } from "./Softness";
import { Why } from "./Why";

const TABS = ["dial", "roads", "why", "softness", "people", "found"] as const;

/** The instruments of the step Key, one at a time under the picture. */
export function KeyPanel() {
  const [tab, setTab] = useState<(typeof TABS)[number]>("dial");
  const key = useBench((s) => s.scene?.key);
  const light = useBench((s) => (typeof key === "number" ? s.set?.lights[key] : undefined));
  const follows = light?.follow ?? false;
  return (
    <>
      <div className="part">
        <div className="tabs" role="tablist" aria-label="Part of the step">
          {TABS.map((name) => (
            <button key={name} type="button" role="tab" className="plain" aria-selected={tab === name} onClick={() => setTab(name)}>
              {name}
            </button>
          ))}
        </div>
        {tab === "dial" && <Beside />}
        {light && light.source?.kind !== "window" && (
          <button type="button" className="plain follow" aria-pressed={follows} title={follows ? "The key keeps its place to the face when head or body move" : "The key stays where it is when head or body move"} onClick={() => void toggleFollow()}>
            follow
          </button>
        )}
      </div>
      <div className="key-panel">
        {tab === "dial" && (
          <>
            <Dial />
            <Gone onMore={() => setTab("roads")} />
          </>
        )}
        {tab === "roads" && <Roads />}
        {tab === "why" && <Why />}
        {tab === "softness" && <Softness />}
        {tab === "people" && <People />}
        {tab === "found" && <Findings thing="key" />}
      </div>
    </>
  );
}

/** What a click on the dial did, or why it did nothing. */
function Gone({ onMore }: { onMore: () => void }) {
  const advice = useAdvice();
  const seeking = useBench((s) => s.seeking);
  const resisted = useBench((s) => s.resisted);
  if (resisted) {
    return (
      <p className="gone" role="status">
        {resisted.includes("cannot") ? resisted : `held by ${resisted}`}
      </p>
    );
  }
  if (seeking) {
    return (
      <p className="gone" role="status">
        {seeking}: the least move is being looked for.
      </p>
    );
  }
  if (!advice) {
    return <p className="gone">Pull the dot, or choose a name to go there by the least move.</p>;
  }
  const road = advice.roads.find((k) => k.moves === "key") ?? advice.roads[0];
  const text = advice.here ? `${advice.target}: it is there.` : road ? `${advice.target}: ${road.text}.` : `${advice.target} cannot be reached here: ${advice.because}.`;
  return (
    <p className="gone" role="status">
      <span>{text}</span>
      {!advice.here && (advice.roads.length > 1 || advice.possible.length > 0) && (
        <button type="button" className="plain" onClick={onMore}>
          other roads
        </button>
      )}
    </p>
  );
}
