import { useBench } from "../bench/store";
import type { PatternReading } from "../server/client";

type Catchlight = PatternReading["catchlights"][number];

const WIDE = 100; // half the width of an eye's drawing
const HIGH = 80;
const BRIGHTEST = -3; // stops: fainter ones are not spoken of beside the picture

/** Both eyes as the lens sees them, camera-left first, with what each mirrors. */
export function Eyes() {
  const reading = useBench((s) => s.picture?.pattern);
  const eyes = useBench((s) => s.eyes);
  if (!reading) {
    return <div className="eyes" />;
  }
  const key = reading.light;
  return (
    <div className="eyes" data-key={key}>
      {(["right", "left"] as const).map((side) => (
        <Eye key={side} side={side} image={eyes?.[side]} radius={eyes?.iris_of_width ?? 0.33} found={reading.catchlights.filter((c) => c.eye === side)} />
      ))}
    </div>
  );
}

function Eye({ side, image, radius, found }: { side: string; image?: string | undefined; radius: number; found: Catchlight[] }) {
  const iris = radius * WIDE;
  const bright = found.filter((c) => c.stops > BRIGHTEST || c.present);
  const first = bright.find((c) => c.present) ?? bright[0];
  const said = !first ? "nothing mirrored" : first.present ? `${first.of} at ${first.clock}` : `${first.of} missing: ${first.reason}`;
  return (
    <figure className="eye">
      <svg viewBox={`${-WIDE} ${-HIGH} ${2 * WIDE} ${2 * HIGH}`} role="img" aria-label={`Sitter's ${side} eye: ${said}`}>
        {image ? <image href={image} x={-WIDE} y={-HIGH} width={2 * WIDE} height={2 * HIGH} /> : <circle r={iris} className="iris" />}
        {bright.map((c) => (
          <polygon
            key={c.of + c.stops}
            className={c.present ? "mirrored" : "mirrored missing"}
            points={c.outline.map(([x, y]) => `${(x ?? 0) * iris},${-(y ?? 0) * iris}`).join(" ")}
          />
        ))}
      </svg>
      <figcaption className={first?.present ? "caption" : "caption none"} title={said}>
        {!first ? "nothing mirrored" : first.present ? <span className="figures">{first.clock}</span> : first.reason}
      </figcaption>
    </figure>
  );
}
