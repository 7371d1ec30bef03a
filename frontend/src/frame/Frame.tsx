import { useEffect, useRef } from "react";
import { applyPreview } from "../bench/choosing";
import { useBench } from "../bench/store";
import { SpotPointer } from "../meter/SpotPointer";
import { nameIn } from "../key/words";
import { instrumentOf } from "../steps/instruments";
import { useStep } from "../steps/useSteps";
import "./frame.css";
import { goBack, wasAsked } from "./focus";
import { Overlay } from "./Overlay";
import { useFrame } from "./store";
import { useSeen } from "./useSettled";

/** The simulated picture in a mid-grey mat, so that tone can be judged. */
export function Frame() {
  const picture = useFrame((s) => s.picture);
  const soloIndex = useFrame((s) => s.solo);
  const solo = useBench((s) => (soloIndex === null ? "" : (s.scene?.drawing.lights[soloIndex]?.name ?? "")));
  const dark = useBench((s) => s.set !== null && !s.set.lights.some((k) => k.on ?? true));
  const { Beside } = instrumentOf(useStep()?.instrument);
  const idea = useFrame((s) => s.idea);
  const flashless = useFrame((s) => s.flashless);
  const withoutFlash = useFrame((s) => s.withoutFlash);
  const landscape = useSeen()?.camera.orientation === "landscape";
  return (
    <>
      <figure
        className={`frame${Beside ? " flanked" : ""}`}
        data-quality={picture?.quality ?? "none"}
        data-flash={flashless ? "none" : "all"}
        data-turn={picture?.turn ?? 0}
      >
        {solo && <figcaption role="status">{solo} alone</figcaption>}
        {withoutFlash && <figcaption role="status">Without flash</figcaption>}
        {idea && (
          <div className="idea">
            <img src={idea.address} alt={idea.note || "A picture for ideas"} draggable={false} />
            <button type="button" className="plain" onClick={() => useFrame.setState({ idea: null })}>
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
          <div className={`print${landscape ? " landscape" : ""}`}>
            <img src={picture.picture} alt="The picture as this set would take it" draggable={false} />
            <Overlay landscape={landscape} />
            <SpotPointer />
          </div>
        )}
        {Beside && <Beside />}
        {!Beside && picture?.pattern && <output className="pattern-name">{nameIn(picture.pattern)}</output>}
      </figure>
      <PreviewBar />
    </>
  );
}

function dismiss() {
  useFrame.setState({ preview: null });
  goBack();
}

/** What is previewed, under the picture: it covers neither the face nor the small pictures. */
function PreviewBar() {
  const preview = useFrame((s) => s.preview);
  const apply = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (preview && wasAsked()) {
      apply.current?.focus();
    }
  }, [preview]);
  if (!preview) {
    return null;
  }
  return (
    <div className="preview" role="status">
      <span>
        <b>Preview</b> {preview.text}
      </span>
      <button
        ref={apply}
        type="button"
        className="plain"
        onClick={() => {
          applyPreview();
          goBack();
        }}
      >
        Apply
      </button>
      <button type="button" className="plain" onClick={dismiss}>
        Dismiss
      </button>
    </div>
  );
}
