import { SmallFloor } from "../planning/SmallFloor";
import { SmallSide } from "../planning/SmallSide";
import type { EyeMarked } from "../server/client";

/** How near an answer came, what the light was, and in which order it is read. */
export function PracticeTold({ marked }: { marked: EyeMarked }) {
  return (
    <section aria-label="Marks">
      <h2>
        <span className="figures">{Math.round(marked.total * 100)}</span> of 100
      </h2>
      {marked.said && <p className="near met">{marked.said}</p>}
      <ul className="eye-marks">
        {marked.marks.map((k) => (
          <li key={k.skill} className={k.mark >= 0.99 ? "right" : ""}>
            {k.text}
          </li>
        ))}
      </ul>
      <p>It was {marked.truth}.</p>
      <div className="two-drawings">
        <SmallFloor drawing={marked.drawing} width={120} height={150} />
        <SmallSide drawing={marked.drawing} width={240} height={150} />
      </div>
      <ol className="clues">
        {marked.clues.map((k) => (
          <li key={k}>{k}</li>
        ))}
      </ol>
    </section>
  );
}
