import type { Judged } from "../server/client";

const WIDE = 384;
const HIGH = 70;

/** The file's channels as lines over its luminance; the computed luminance dashed. */
export function TwoHistograms({ made }: { made: Judged }) {
  const { histogram, predicted_histogram: predicted } = made;
  const most = Math.max(1, ...histogram.luminance.slice(1, -1));
  const line = (counts: readonly number[], top: number) => {
    const step = WIDE / counts.length;
    return counts.map((n, i) => `V${(HIGH - Math.min(n / top, 1) * (HIGH - 4)).toFixed(1)}H${((i + 1) * step).toFixed(1)}`).join("");
  };
  const computedMost = predicted ? Math.max(1, ...predicted.luminance.slice(1, -1)) : 1;
  return (
    <svg className="two-histograms" viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label="Histogram of the file; the computed one dashed">
      <rect width={WIDE} height={HIGH} />
      <path className="luminance" d={`M0 ${HIGH}${line(histogram.luminance, most)}V${HIGH}Z`} />
      {(["red", "green", "blue"] as const).map((k) => (
        <path key={k} className={k} d={`M0 ${HIGH}${line(histogram[k], most)}`} />
      ))}
      {predicted && <path className="computed" d={`M0 ${HIGH}${line(predicted.luminance, computedMost)}`} />}
    </svg>
  );
}
