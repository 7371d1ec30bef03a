import type { EyeOverlay } from "../server/client";

const line = (places: readonly (readonly number[])[]) => places.map(([x = 0, y = 0]) => `${x * 100},${y * 100}`).join(" ");

/** The truth over the picture: the nose's shadow, the highlights with their clock, the way down the cheek. */
export function Laid({ overlay, aspect }: { overlay: EyeOverlay; aspect: number }) {
  const end = overlay.nose_shadow[1];
  return (
    <svg className="laid" viewBox="0 0 100 100" preserveAspectRatio="none" role="img" aria-label="The truth over the picture">
      <polyline className="shadow-line" points={line(overlay.nose_shadow)} />
      {end && <ellipse className="shadow-end" cx={(end[0] ?? 0) * 100} cy={(end[1] ?? 0) * 100} rx={0.8} ry={0.8 * aspect} />}
      <polyline className={`lit-way${overlay.closed ? " closed" : ""}`} points={line(overlay.lit_way)} />
      {overlay.catchlights.map((k) => (
        <ellipse key={`${k.x} ${k.y}`} className="spot" cx={k.x * 100} cy={k.y * 100} rx={0.9} ry={0.9 * aspect} />
      ))}
    </svg>
  );
}

/** What the lines over the picture are, in words. */
export function laidWords(overlay: EyeOverlay): string[] {
  const clocks = [...new Set(overlay.catchlights.map((k) => k.clock))];
  return [
    overlay.nose_shadow.length ? "Line from the nose: where its shadow ends." : "",
    clocks.length ? `Rings in the eyes: the key's highlight, at ${clocks.join(" and ")}.` : "",
    overlay.lit_way.length
      ? `Dashes down the cheek: on the shadow side the way from eye to mouth is ${overlay.closed ? "closed by shadow" : "lit"}.`
      : "",
  ].filter(Boolean);
}
