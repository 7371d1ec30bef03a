import { useBench } from "../bench/store";

// The picture is 4 wide and 5 high; crops lie in its middle.
const WIDE = 400;
const HIGH = 500;
const THIRDS = [1 / 3, 2 / 3] as const;

/** Grid, level and crops over the picture. */
export function Overlay() {
  const overlay = useBench((s) => s.overlay);
  if (overlay === "none") {
    return null;
  }
  const width = overlay === "2 : 3" ? (HIGH * 2) / 3 : WIDE;
  const height = overlay === "2 : 3" ? HIGH : WIDE;
  const x = (WIDE - width) / 2;
  const y = (HIGH - height) / 2;
  const right = x + width;
  const outside = `M0 0H${WIDE}V${HIGH}H0Z`;
  const cut = overlay === "circle" ? `M0 ${HIGH / 2}a${WIDE / 2} ${WIDE / 2} 0 1 0 ${WIDE} 0a${WIDE / 2} ${WIDE / 2} 0 1 0 ${-WIDE} 0Z` : `M${x} ${y}H${right}V${y + height}H${x}Z`;
  return (
    <>
      <svg className="overlay" viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden>
        {overlay === "thirds and level" ? (
          <>
            {THIRDS.map((t) => (
              <g key={t}>
                <line x1={t * WIDE} x2={t * WIDE} y2={HIGH} />
                <line y1={t * HIGH} y2={t * HIGH} x2={WIDE} />
              </g>
            ))}
            <line className="level" y1={HIGH / 2} y2={HIGH / 2} x2={WIDE} />
          </>
        ) : (
          <path d={outside + cut} fillRule="evenodd" />
        )}
      </svg>
      <span className="overlay-name">{overlay}</span>
    </>
  );
}
