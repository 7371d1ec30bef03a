import { takeMend } from "../bench/actions";
import { useBench } from "../bench/store";
import "./frame.css";
import { Tries } from "../key/Tries";
import { nameIn } from "../key/words";
import { Overlay } from "./Overlay";

/** The simulated picture in a mid-grey mat, so that tone can be judged. */
export function Frame() {
  const picture = useBench((s) => s.picture);
  const solo = useBench((s) => (s.solo === null ? "" : s.scene?.drawing.lights[s.solo]?.name ?? ""));
  const preview = useBench((s) => s.preview);
  const dark = useBench((s) => s.set !== null && !s.set.lights.some((k) => k.on ?? true));
  const flanked = useBench((s) => s.step === "key");
  const idea = useBench((s) => s.idea);
  const level = useBench((s) => (s.preview?.set ?? s.set)?.camera.held === "level");
  return (
    <figure className={`frame${flanked ? " flanked" : ""}`} data-quality={picture?.quality ?? "none"} data-turn={picture?.turn ?? 0}>
      {solo && (
        <figcaption role="status">
          {solo} alone
        </figcaption>
      )}
      {preview && (
        <figcaption className="mend" role="status">
          <span>If you {preview.text}</span>
          <button type="button" className="plain" onClick={takeMend}>
            Take it
          </button>
          <button type="button" className="plain" onClick={() => useBench.setState({ preview: null })}>
            Leave it
          </button>
        </figcaption>
      )}
      {idea && (
        <div className="idea">
          <img src={idea.address} alt={idea.note || "A picture for ideas"} draggable={false} />
          <button type="button" className="plain" onClick={() => useBench.setState({ idea: null })}>
            Back to the set
          </button>
        </div>
      )}
      {dark && (
        <figcaption className="none-on" role="status">
          No light is on: N adds one.
        </figcaption>
      )}
      {picture && (
        <div className={`print${level ? " level" : ""}`}>
          <img src={picture.picture} alt="The picture as this set would take it" draggable={false} />
          <Overlay level={level} />
        </div>
      )}
      {flanked && <Tries />}
      {!flanked && picture?.pattern && <output className="pattern-name">{nameIn(picture.pattern)}</output>}
    </figure>
  );
}
