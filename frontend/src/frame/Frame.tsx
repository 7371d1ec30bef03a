import { useBench } from "../bench/store";
import "./frame.css";

/** The simulated picture in a mid-grey mat, so that tone can be judged. */
export function Frame() {
  const picture = useBench((s) => s.picture);
  const solo = useBench((s) => (s.solo === null ? "" : s.scene?.drawing.lights[s.solo]?.name ?? ""));
  return (
    <figure className="frame" data-quality={picture?.quality ?? "none"} data-turn={picture?.turn ?? 0}>
      {solo && (
        <figcaption role="status">
          {solo} alone
        </figcaption>
      )}
      {picture && <img src={picture.picture} alt="The picture as this set would take it" draggable={false} />}
    </figure>
  );
}
