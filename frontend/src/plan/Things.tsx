import { Fragment } from "react";
import type { Drawing } from "../server/client";
import { Handle } from "./Handle";
import { path, type Point3, usePlan } from "./projection";
import { DoorShape, FurnitureShape, Stands, Sweep } from "./RoomThings";

const along = (from: Point3, way: Point3, by: number): Point3 => from.map((v, i) => v + (way[i] ?? 0) * by);

/** A small cross in a ring: what something is aimed at. */
function Aim({ thing, at, from, label, shown }: { thing: string; at: Point3; from: Point3; label: string; shown: boolean }) {
  const plan = usePlan();
  const [x, y] = plan.at(at);
  const [fx, fy] = plan.at(from);
  return (
    <>
      <line className="aim-line" x1={fx} y1={fy} x2={x} y2={y} />
      {shown && (
        <Handle thing={thing} handle="aim" at={at} label={label}>
          <circle className="grip" cx={x} cy={y} r={13} />
          <circle className="aim" cx={x} cy={y} r={5} />
          <path className="aim" d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} />
        </Handle>
      )}
    </>
  );
}

/** The half-power edges of a light's beam, in this view. */
function Spread({ light }: { light: Drawing["lights"][number] }) {
  const plan = usePlan();
  const [x, y] = plan.at(light.place);
  const ends = (plan.view === "floor" ? light.spread.slice(0, 2) : light.spread.slice(2)).map((p) => plan.at(p));
  const [a, b] = ends;
  return a && b ? <path className="spread" d={path([[x, y], a, b])} /> : null;
}

function PanelLines({ panel, thing, chosen }: { panel: Drawing["panels"][number]; thing: string; chosen: boolean }) {
  const plan = usePlan();
  const [x, y] = plan.at(panel.place);
  const [ax, ay] = plan.at(panel.aim);
  const away = Math.hypot(ax - x, ay - y) || 1;
  return (
    <g className={`panel ${panel.surface.replace(" ", "-")}${panel.on ? "" : " off"}`}>
      {chosen && <Aim thing={thing} at={panel.aim} from={panel.place} label={`${panel.name}, aim`} shown />}
      <Handle thing={thing} handle="place" at={panel.place} label={`${panel.name}: arrow keys move it 5 cm`}>
        <circle className="grip" cx={x} cy={y} r={18} />
        {panel.parts.map((part, i) => (
          <path key={i} className="sheet-of" d={path(part.map((p) => plan.at(p)))} />
        ))}
        <text className="letter" x={x - ((ax - x) / away) * 13} y={y - ((ay - y) / away) * 13 + 5} textAnchor="middle">
          {panel.letter}
        </text>
      </Handle>
    </g>
  );
}

function LightLines({ light, thing, chosen }: { light: Drawing["lights"][number]; thing: string; chosen: boolean }) {
  const plan = usePlan();
  const corners = light.front.map((p) => plan.at(p));
  const back = plan.at(light.back);
  const [x, y] = back;
  const [px, py] = plan.at(light.place);
  const out = Math.hypot(x - px, y - py) || 1;
  const [lx, ly] = [x + ((x - px) / out) * 14, y + ((y - py) / out) * 14];
  return (
    <g className={`light${light.on ? "" : " off"}`}>
      {chosen && light.on && <Spread light={light} />}
      {light.source !== "window" && <Aim thing={thing} at={light.aim} from={light.place} label={`${light.name} light, aim`} shown={chosen} />}
      <Handle thing={thing} handle="place" at={light.place} label={`${light.name} light: arrow keys move it 5 cm`}>
        <circle className="grip" cx={(x + px) / 2} cy={(y + py) / 2} r={22} />
        {corners.map((c, i) => (
          <path key={`${i}-body`} className="body" d={path([c, corners[(i + 1) % corners.length] ?? c, back])} />
        ))}
        <path className="cloth" d={path(corners)} />
        <text className="letter" x={lx} y={ly + 5} textAnchor="middle">
          {light.letter}
        </text>
      </Handle>
    </g>
  );
}

function CameraLines({ camera, chosen }: { camera: Drawing["camera"]; chosen: boolean }) {
  const plan = usePlan();
  const [x, y] = plan.at(camera.place);
  const [ax, ay] = plan.at(camera.aim);
  const turn = (Math.atan2(ay - y, ax - x) * 180) / Math.PI;
  const ends = (plan.view === "floor" ? camera.frame.slice(0, 2) : camera.frame.slice(2)).map((p) => plan.at(p));
  return (
    <g className="camera">
      {ends.map(([ex, ey], i) => (
        <line key={i} className="sight" x1={x} y1={y} x2={ex} y2={ey} />
      ))}
      {chosen && <Aim thing="camera" at={camera.aim} from={camera.place} label="camera, aim" shown />}
      <Handle thing="camera" handle="place" at={camera.place} label="camera: arrow keys move it 5 cm">
        <circle className="grip" cx={x} cy={y} r={18} />
        <g transform={`translate(${x} ${y}) rotate(${turn})`}>
          <path className="shape" d="M0 -6 L-7 -6 L-7 -10 L-22 -10 L-22 10 L-7 10 L-7 6 L0 6 Z" />
        </g>
      </Handle>
    </g>
  );
}

function BackdropLines({ drawing, chosen }: { drawing: Drawing; chosen: boolean }) {
  const { backdrop, backdrop_handle: front, backdrop_seen: seen, head_shadows: shadows } = drawing;
  const plan = usePlan();
  const [upperRight, upperLeft, lowerLeft] = backdrop;
  if (!upperRight || !upperLeft || !lowerLeft) {
    return null;
  }
  const middle = upperRight.map((v, i) => (v + (upperLeft[i] ?? 0)) / 2);
  const [a, b] = plan.view === "floor" ? [plan.at(upperLeft), plan.at(upperRight)] : [plan.at(middle), plan.at([middle[0] ?? 0, lowerLeft[1] ?? 0, middle[2] ?? 0])];
  const [mx, my] = plan.at(middle);
  const [fx, fy] = plan.at(front);
  return (
    <g className="backdrop">
      <Handle thing="backdrop" handle="place" at={middle} label="backdrop: arrow keys move it 5 cm">
        <line className="grip-line" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
        <line className="cloth" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      </Handle>
      {plan.view === "floor" && chosen && seen.length === 2 && <path className="seen" d={path(seen.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0])), false)} />}
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

function SitterLines({ sitter, chosen }: { sitter: Drawing["sitter"]; chosen: boolean }) {
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

/** All things of the set; the chosen one lies on top, so that its handles can always be reached. */
export function Things({ drawing, thing }: { drawing: Drawing; thing: string }) {
  const parts = [
    ...drawing.doors.map((door, i) => ({ id: `doors.${i}`, part: <DoorShape door={door} thing={`doors.${i}`} /> })),
    ...drawing.furniture.map((piece, i) => ({ id: `furniture.${i}`, part: <FurnitureShape piece={piece} thing={`furniture.${i}`} /> })),
    { id: "backdrop", part: <BackdropLines drawing={drawing} chosen={thing === "backdrop"} /> },
    { id: "camera", part: <CameraLines camera={drawing.camera} chosen={thing === "camera"} /> },
    { id: "sitter", part: <SitterLines sitter={drawing.sitter} chosen={thing === "sitter"} /> },
    ...drawing.lights.map((light, i) => ({
      id: `lights.${i}`,
      part: <LightLines light={light} thing={`lights.${i}`} chosen={thing === `lights.${i}`} />,
    })),
  ];
  parts.push(
    ...drawing.panels.map((panel, i) => ({
      id: `panels.${i}`,
      part: <PanelLines panel={panel} thing={`panels.${i}`} chosen={thing === `panels.${i}`} />,
    })),
  );
  const ordered = [...parts.filter((p) => p.id !== thing), ...parts.filter((p) => p.id === thing)];
  return (
    <>
      <Sweep sweep={drawing.backdrop_sweep} />
      <Stands stands={drawing.backdrop_stands} height={drawing.backdrop[0]?.[1] ?? 0} />
      {ordered.map((p) => (
        <Fragment key={p.id}>{p.part}</Fragment>
      ))}
    </>
  );
}
