import { SmallFloor } from "../planning/SmallFloor";
import type { EyeMarked } from "../server/client";
import { laidWords } from "./Laid";

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
      <SmallFloor drawing={marked.drawing} width={130} height={150} />
      <ol className="clues">
        {marked.clues.map((k) => (
          <li key={k}>{k}</li>
        ))}
      </ol>
      <p className="caption">{laidWords(marked.overlay).join(" ")}</p>
    </section>
  );
}
