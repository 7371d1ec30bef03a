import { useBench } from "../bench/store";
import "./frame.css";

/** The simulated picture in a mid-grey mat, so that tone can be judged. */
export function Frame() {
  const picture = useBench((s) => s.picture);
  return (
    <figure className="frame" data-quality={picture?.quality ?? "none"} data-turn={picture?.turn ?? 0}>
      {picture && <img src={picture.picture} alt="The picture as this set would take it" draggable={false} />}
    </figure>
  );
}
