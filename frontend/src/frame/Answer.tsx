import { useBench } from "../bench/store";
import { ValueField } from "../sheet/ValueField";
import "./answer.css";
import { ratioText } from "./ratio";
import { useFrame } from "./store";

const METERS: ReadonlyArray<readonly [string, string]> = [
  ["dome_to_light", "dome to light"],
  ["dome_to_camera", "dome to camera"],
  ["flat_to_light", "flat to light"],
];

/** What the picture comes to: lit to shadow, the incident meter, and the exposure that is set. */
export function Answer() {
  const picture = useFrame((s) => s.picture);
  const scene = useBench((s) => s.scene);
  return (
    <section className="answer" aria-label="Readings and exposure">
      <div className="ratio" title={picture?.ratio.meaning}>
        <output className="figures big" data-testid="ratio">
          {picture ? ratioText(picture.ratio) : "–"}
        </output>
        <span className="caption">
          {picture ? `${picture.ratio.label}${picture.ratio.ratio < 100 ? `, ${picture.ratio.stops.toFixed(1)} stops` : ""}` : ""}
        </span>
      </div>
      <dl className="meters" title="Incident meter before the face. ISO 2720: dome C = 340, flat C = 250">
        {METERS.map(([key, label]) => (
          <div key={key}>
            <dt className="caption">{label}</dt>
            <dd className="figures">{picture?.meter[key] ?? "–"}</dd>
          </div>
        ))}
      </dl>
      <div className="exposure">
        {scene?.exposure.map((value) => (
          <ValueField key={value.field} value={value} />
        ))}
      </div>
    </section>
  );
}
