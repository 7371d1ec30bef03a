import type { Drawing } from "../server/client";
import { Handle } from "./Handle";
import { path, usePlan } from "./projection";

export function BackdropLines({ drawing, chosen }: { drawing: Drawing; chosen: boolean }) {
  const { backdrop, backdrop_handle: front, backdrop_seen: seen, head_shadows: shadows } = drawing;
  const plan = usePlan();
  const [upperRight, upperLeft, lowerLeft] = backdrop;
  if (!upperRight || !upperLeft || !lowerLeft) {
    return null;
  }
  const middle = upperRight.map((v, i) => (v + (upperLeft[i] ?? 0)) / 2);
  const [a, b] =
    plan.view === "floor"
      ? [plan.at(upperLeft), plan.at(upperRight)]
      : [plan.at(middle), plan.at([middle[0] ?? 0, lowerLeft[1] ?? 0, middle[2] ?? 0])];
  const [mx, my] = plan.at(middle);
  const [fx, fy] = plan.at(front);
  return (
    <g className="backdrop">
      <Handle thing="backdrop" handle="place" at={middle} label="backdrop: arrow keys move it 5 cm">
        <line className="grip-line" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
        <line className="cloth" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      </Handle>
      {plan.view === "floor" && chosen && seen.length === 2 && (
        <path
          className="seen"
          d={path(
            seen.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0])),
            false,
          )}
        />
      )}
      {plan.view === "floor" &&
        chosen &&
        shadows.map((shadow) => {
          const [hx, hy] = plan.at(shadow.place);
          return (
            <g key={shadow.letter} className={`head-shadow${shadow.in_frame ? " shown" : ""}`}>
              <title>{`The head's shadow by ${shadow.letter}: ${shadow.in_frame ? "in" : "out of"} the frame`}</title>
              <ellipse cx={hx} cy={hy - 6} rx={9} ry={4} />
              <text x={hx} y={hy - 13} textAnchor="middle">
                {shadow.letter}
              </text>
            </g>
          );
        })}
      {plan.view === "floor" && chosen && (
        <>
          <line className="facing" x1={mx} y1={my} x2={fx} y2={fy} />
          <Handle thing="backdrop" handle="turn" at={front} label="backdrop, turn">
            <circle className="grip" cx={fx} cy={fy} r={10} />
            <rect className="knob" x={fx - 4.5} y={fy - 4.5} width={9} height={9} />
          </Handle>
        </>
      )}
      {plan.view === "side" && (
        <Handle thing="backdrop" handle="top" at={middle} label="backdrop, top edge">
          <circle className="grip" cx={a[0]} cy={a[1]} r={11} />
          <rect className="knob" x={a[0] - 5} y={a[1] - 3} width={10} height={6} />
        </Handle>
      )}
    </g>
  );
}
