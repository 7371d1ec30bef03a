import type { Drawing } from "../server/client";

type Point = readonly number[];

const OUT = 0.28; // m from a light's back to its letter

const flat = (line: readonly Point[], up: 1 | 2) => line.map((k) => `${k[0]},${k[up]}`).join(" ");

/** Beyond a light as its aim sees it, inside the room: where its letter is read. */
function besideOf(light: Drawing["lights"][number], width: number) {
  const [x = 0, , z = 0] = light.back;
  const [ax = 0, , az = 0] = light.aim;
  const away = Math.hypot(x - ax, z - az) || 1;
  const reach = Math.max(width / 2 - 0.15, 0);
  const out = x + ((x - ax) / away) * OUT;
  return { x: Math.max(-reach, Math.min(reach, out)), y: Math.max(z + ((z - az) / away) * OUT, 0.2) + 0.1 };
}

/** The room from above, backdrop at the top: where everything stands, without handles. */
export function SmallFloor({ drawing, width, height }: { drawing: Drawing; width: number; height: number }) {
  const pad = 0.12;
  const lights = drawing.lights.filter((k) => k.source !== "window" || k.on);
  return (
    <svg
      className="small-floor"
      width={width}
      height={height}
      viewBox={`${-drawing.width / 2 - pad} ${-pad} ${drawing.width + 2 * pad} ${drawing.depth + 2 * pad}`}
      role="img"
      aria-label={`From above: ${[...lights, ...drawing.panels].map((k) => k.name).join(", ")}`}
    >
      <rect className="wall" x={-drawing.width / 2} y={0} width={drawing.width} height={drawing.depth} />
      {drawing.furniture.map((k) => (
        <polygon key={k.name} className="quiet" points={flat(k.from_above, 1)} />
      ))}
      <polyline className="paper" points={flat(drawing.backdrop.slice(0, 2), 2)} />
      <polygon className="sitter" points={flat(drawing.sitter.body_from_above, 1)} />
      <polygon className="sitter" points={flat(drawing.sitter.head_from_above, 1)} />
      {drawing.camera.frame.slice(0, 2).map((k, n) => (
        <polyline key={n} className="view" points={flat([drawing.camera.place, k], 2)} />
      ))}
      <circle className="lens" cx={drawing.camera.place[0]} cy={drawing.camera.place[2]} r={0.08} />
      {drawing.panels
        .filter((k) => k.on)
        .flatMap((k) =>
          k.parts.map((part, n) => <polygon key={`${k.name} ${n}`} className={`panel ${k.surface}`} points={flat(part, 2)} />),
        )}
      {lights.map((k) => (
        <g key={k.name} className={k.on ? "light" : "light off"}>
          <polyline className="way" points={flat([k.place, k.aim], 2)} />
          <polyline className="body" points={flat([k.place, k.back], 2)} />
          <polygon points={flat(k.front, 2)} />
          <text {...besideOf(k, drawing.width)} textAnchor="middle">
            {k.letter}
          </text>
        </g>
      ))}
    </svg>
  );
}
