import type { Drawing } from "../server/client";
import { Handle } from "./Handle";
import { path, type Point3, usePlan } from "./projection";

const along = (from: Point3, way: Point3, by: number): Point3 => from.map((v, i) => v + (way[i] ?? 0) * by);

export function SitterLines({ sitter, chosen }: { sitter: Drawing["sitter"]; chosen: boolean }) {
  const plan = usePlan();
  const floor = plan.view === "floor";
  const flat = (points: Drawing["sitter"]["from_side"]) =>
    points.map(([a, b]) => (floor ? plan.at([a ?? 0, 0, b ?? 0]) : plan.at([0, b ?? 0, a ?? 0])));
  const { nose_handle: nose, chest_handle: chest } = sitter;
  const [nx, ny] = plan.at(nose);
  const [fx, fy] = plan.at(sitter.face);
  const [tx, ty] = plan.at(along(sitter.eyes, sitter.forward, 0.2));
  const [cx, cy] = plan.at(chest);
  const [sx, sy] = plan.at(sitter.place);
  const [, gy] = plan.at([0, 0, sitter.place[2] ?? 0]);
  return (
    <g className="sitter">
      <Handle thing="sitter" handle="place" at={sitter.place} label="sitter: arrow keys move 5 cm">
        {floor ? (
          <>
            <path className="reach" d={path(flat(sitter.reach_from_above))} />
            <path className="body" d={path(flat(sitter.body_from_above))} />
            <path className="head" d={path(flat(sitter.head_from_above))} />
          </>
        ) : (
          <>
            <path className="stool" d={`M${sx - 14} ${sy}h28M${sx} ${sy}V${gy}M${sx - 10} ${gy}h20`} />
            <path className="body" d={path(flat(sitter.from_side))} />
          </>
        )}
      </Handle>
      {!floor && chosen && (
        <>
          <line className="nose" x1={fx} y1={fy} x2={nx} y2={ny} />
          <Handle thing="sitter" handle="nod" at={nose} label="sitter, chin up or down">
            <circle className="grip" cx={nx} cy={ny} r={10} />
            <circle className="knob" cx={nx} cy={ny} r={4.5} />
          </Handle>
        </>
      )}
      {floor && (
        <>
          <line className="nose" x1={fx} y1={fy} x2={chosen ? nx : tx} y2={chosen ? ny : ty} />
          {chosen && (
            <>
              <Handle thing="sitter" handle="head" at={nose} label="sitter, turn of the head">
                <circle className="grip" cx={nx} cy={ny} r={10} />
                <circle className="knob" cx={nx} cy={ny} r={4.5} />
              </Handle>
              <line className="chest" x1={sx} y1={sy} x2={cx} y2={cy} />
              <Handle thing="sitter" handle="turn" at={chest} label="sitter, turn of the body">
                <circle className="grip" cx={cx} cy={cy} r={10} />
                <rect className="knob" x={cx - 4.5} y={cy - 4.5} width={9} height={9} />
              </Handle>
            </>
          )}
        </>
      )}
    </g>
  );
}
