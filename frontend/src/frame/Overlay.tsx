import { useFrame } from "./store";

// The picture's longer and shorter side; crops lie in its middle.
const LONG = 500;
const SHORT = 400;
const THIRDS = [1 / 3, 2 / 3] as const;
const RATIOS: Record<string, number> = { "4 : 5": 4 / 5, "2 : 3": 2 / 3, "1 : 1": 1, circle: 1 };

/** Grid, level and crops over the picture. */
export function Overlay({ landscape }: { landscape: boolean }) {
  const overlay = useFrame((s) => s.overlay);
  if (overlay === "none") {
    return null;
  }
  const [wide, high] = landscape ? [LONG, SHORT] : [SHORT, LONG];
  const ratio = RATIOS[overlay] ?? wide / high;
  const width = Math.min(wide, high * ratio);
  const height = width / ratio;
  const x = (wide - width) / 2;
  const y = (high - height) / 2;
  const outside = `M0 0H${wide}V${high}H0Z`;
  const r = width / 2;
  const cut =
    overlay === "circle"
      ? `M${x} ${high / 2}a${r} ${r} 0 1 0 ${width} 0a${r} ${r} 0 1 0 ${-width} 0Z`
      : `M${x} ${y}H${x + width}V${y + height}H${x}Z`;
  return (
    <>
      <svg className="overlay" viewBox={`0 0 ${wide} ${high}`} aria-hidden>
        {overlay === "thirds and level" ? (
          <>
            {THIRDS.map((t) => (
              <g key={t}>
                <line x1={t * wide} x2={t * wide} y2={high} />
                <line y1={t * high} y2={t * high} x2={wide} />
              </g>
            ))}
            <line className="level" y1={high / 2} y2={high / 2} x2={wide} />
          </>
        ) : (
          <path d={outside + cut} fillRule="evenodd" />
        )}
      </svg>
      <span className="overlay-name">{overlay}</span>
    </>
  );
}
