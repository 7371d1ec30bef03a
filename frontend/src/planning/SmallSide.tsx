import type { Drawing } from "../server/client";

type Point = readonly number[];

/** The room from the side, backdrop at the left: how high everything stands, without handles. */
export function SmallSide({ drawing, width, height }: { drawing: Drawing; width: number; height: number }) {
  const pad = 0.12;
  const at = (place: Point) => `${place[2]},${drawing.height - (place[1] ?? 0)}`;
  const line = (places: readonly Point[]) => places.map(at).join(" ");
  const lights = drawing.lights.filter((k) => k.source !== "window" || k.on);
  return (
    <svg
      className="small-floor"
      width={width}
      height={height}
      viewBox={`${-pad} ${-pad} ${drawing.depth + 2 * pad} ${drawing.height + 2 * pad}`}
      role="img"
      aria-label={`From the side: ${lights.map((k) => k.name).join(", ")}`}
    >
      <rect className="wall" x={0} y={0} width={drawing.depth} height={drawing.height} />
      <polygon className="sitter" points={drawing.sitter.from_side.map((k) => `${k[0]},${drawing.height - (k[1] ?? 0)}`).join(" ")} />
      <circle className="lens" cx={drawing.camera.place[2]} cy={drawing.height - (drawing.camera.place[1] ?? 0)} r={0.08} />
      {lights.map((k) => (
        <g key={k.name} className={k.on ? "light" : "light off"}>
          <polyline className="way" points={line([k.place, k.aim])} />
          <polygon points={line(k.front)} />
        </g>
      ))}
    </svg>
  );
}
