import { useState } from "react";
import { toggleFollow } from "../bench/changes";
import { useBench } from "../bench/store";
import { Parts } from "../sheet/Parts";
import { Findings } from "../steps/Findings";
import { Compare } from "./Compare";
import { Dial } from "./Dial";
import { People } from "./People";
import { Softness } from "./Softness";
import { useKeyStep } from "./store";
import { useAdvice } from "./useAdvice";
import { Ways } from "./Ways";
import { Why } from "./Why";
import { onHalf } from "./words";

const TABS = ["dial", "ways", "why", "softness", "people", "findings"] as const;
type Tab = (typeof TABS)[number];

/** The instruments of the step Key, one at a time under the picture. */
export function KeyPanel() {
  const [tab, setTab] = useState<Tab>("dial");
  const key = useBench((s) => s.scene?.key);
  const light = useBench((s) => (typeof key === "number" ? s.set?.lights[key] : undefined));
  const follows = light?.follow ?? false;
  const beside = (
    <>
      {tab === "dial" && <Compare />}
      {light && light.source?.kind !== "window" && (
        <button
          type="button"
          className="plain follow"
          aria-pressed={follows}
          title={
            follows ? "The key keeps its place to the face when head or body move" : "The key stays where it is when head or body move"
          }
          onClick={() => void toggleFollow()}
        >
          follow
        </button>
      )}
    </>
  );
  return (
    <Parts parts={TABS.map((key) => ({ key, label: key }))} open={tab} onOpen={(key) => setTab(key as Tab)} beside={beside}>
      <div className="key-panel">
        {tab === "dial" && (
          <>
            <Dial />
            <Gone onMore={() => setTab("ways")} />
          </>
        )}
        {tab === "ways" && <Ways />}
        {tab === "why" && <Why />}
        {tab === "softness" && <Softness />}
        {tab === "people" && <People />}
        {tab === "findings" && <Findings step="key" />}
      </div>
    </Parts>
  );
}

/** What a click on the dial did, or why it did nothing. */
function Gone({ onMore }: { onMore: () => void }) {
  const advice = useAdvice();
  const seeking = useKeyStep((s) => s.seeking);
  const resisted = useBench((s) => s.resisted);
  if (resisted) {
    return (
      <p className="gone" role="status">
        Stopped: {resisted}
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
    return <p className="gone">Drag the dot, or choose a name to go there by the least move.</p>;
  }
  const way = advice.by_key === null ? undefined : advice.ways[advice.by_key];
  const wanted = onHalf(advice.target, advice.half);
  const text = advice.here
    ? `${wanted}: the key draws it already.`
    : way
      ? `${wanted}: ${way.text}.`
      : `${wanted} cannot be reached here: ${advice.because}.`;
  return (
    <p className="gone" role="status">
      <span>{text}</span>
      {!advice.here && (advice.ways.length > 1 || advice.possible.length > 0) && (
        <button type="button" className="plain" onClick={onMore}>
          other ways
        </button>
      )}
    </p>
  );
}
