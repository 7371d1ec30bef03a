import { ratioText } from "../frame/ratio";
import { useFrame } from "../frame/store";
import { Eyes } from "./Eyes";
import "./key.css";
import { nameIn } from "./words";

/** What the key draws: its name, how it lies to the lens, how soft it is, and both eyes enlarged. */
export function KeyAnswer() {
  const picture = useFrame((s) => s.picture);
  const broken = useFrame((s) => s.broken);
  const reading = picture?.pattern;
  return (
    <section className="key-answer" aria-label="The key's pattern">
      <div className="named">
        <output className="big" data-testid="pattern">
          {nameIn(reading)}
        </output>
        {broken && reading && (
          <span className="caption broke" role="status">
            it was {broken}, before the sitter moved
          </span>
        )}
        {reading ? (
          <>
            <span className="caption">
              {[reading.composed && reading.pattern, reading.side.name, reading.side.key_on && `on the ${reading.side.key_on}`]
                .filter(Boolean)
                .join(", ") || `from ${reading.side.camera_side}`}
            </span>
            <span className="caption">
              edges <span className="figures">{reading.softness.edge.toFixed(0)} mm</span>, {reading.softness.grade}
            </span>
            {reading.feather && <span className="caption figures">{reading.feather}</span>}
            <span className="caption">
              {picture.ratio.label} <span className="figures">{ratioText(picture.ratio)}</span>
            </span>
          </>
        ) : (
          <span className="caption">{picture ? "No key light comes to the face." : ""}</span>
        )}
      </div>
      <Eyes />
    </section>
  );
}
