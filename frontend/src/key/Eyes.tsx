import { useFrame } from "../frame/store";
import type { Picture, PatternReading } from "../server/client";
import { useEyes } from "./useKeyLight";

type Catchlight = PatternReading["catchlights"][number];
type Told = NonNullable<Picture["eyes"]["left"]>;

const WIDE = 100; // half the width of an eye's drawing
const HIGH = 80;
const IRIS = 0.33; // of half the width, until the eyes are rendered

/** Both eyes as the lens sees them, camera-left first, with what each mirrors. */
export function Eyes() {
  const picture = useFrame((s) => s.picture);
  const eyes = useEyes().data;
  const reading = picture?.pattern;
  if (!picture || !reading) {
    return <div className="eyes" />;
  }
  return (
    <div className="eyes" data-key={reading.light}>
      {(["right", "left"] as const).map((side) => {
        const told = picture.eyes[side];
        const found = told?.shown.flatMap((i) => reading.catchlights[i] ?? []) ?? [];
        return told && <Eye key={side} told={told} image={eyes?.[side]} radius={eyes?.iris_of_width ?? IRIS} found={found} />;
      })}
    </div>
  );
}

function Eye({ told, image, radius, found }: { told: Told; image: string | undefined; radius: number; found: Catchlight[] }) {
  const iris = radius * WIDE;
  return (
    <figure className="eye">
      <svg viewBox={`${-WIDE} ${-HIGH} ${2 * WIDE} ${2 * HIGH}`} role="img" aria-label={told.text}>
        {image ? <image href={image} x={-WIDE} y={-HIGH} width={2 * WIDE} height={2 * HIGH} /> : <circle r={iris} className="iris" />}
        {found.map((c) => (
          <polygon
            key={c.of + c.stops}
            className={c.present ? "mirrored" : "mirrored missing"}
            points={c.outline.map(([x, y]) => `${(x ?? 0) * iris},${-(y ?? 0) * iris}`).join(" ")}
          />
        ))}
      </svg>
      <figcaption className={told.present ? "caption figures" : "caption none"} title={told.text}>
        {told.caption}
      </figcaption>
    </figure>
  );
}
