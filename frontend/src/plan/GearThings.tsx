import type { Drawing } from "../server/client";
import type { Thing } from "../server/things";
import { Handle } from "./Handle";
import { path, type Point3, usePlan } from "./projection";

/** A small cross in a ring: what something is aimed at. */
function Aim({ thing, at, from, label, shown }: { thing: Thing; at: Point3; from: Point3; label: string; shown: boolean }) {
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

/** The pole and arm that hold a thing; from above the foot of its stand is a small ring. */
function Held({ held }: { held: Drawing["lights"][number]["held"] }) {
  const plan = usePlan();
  return held.map(([from, to], i) => {
    const [a, b] = [from && plan.at(from), to && plan.at(to)];
    if (!a || !b) {
      return null;
    }
    return plan.view === "floor" && a[0] === b[0] && a[1] === b[1] ? (
      <circle key={i} className="foot" cx={a[0]} cy={a[1]} r={4} />
    ) : (
      <line key={i} className="held" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
    );
  });
}

export function PanelLines({ panel, thing, chosen }: { panel: Drawing["panels"][number]; thing: Thing; chosen: boolean }) {
  const plan = usePlan();
  const [x, y] = plan.at(panel.place);
  const [ax, ay] = plan.at(panel.aim);
  const away = Math.hypot(ax - x, ay - y) || 1;
  return (
    <g className={`panel ${panel.surface.replace(" ", "-")}${panel.on ? "" : " off"}`}>
      <Held held={panel.held} />
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

export function LightLines({ light, thing, chosen }: { light: Drawing["lights"][number]; thing: Thing; chosen: boolean }) {
  const plan = usePlan();
  const corners = light.front.map((p) => plan.at(p));
  const back = plan.at(light.back);
  const [x, y] = back;
  const [px, py] = plan.at(light.place);
  const out = Math.hypot(x - px, y - py) || 1;
  const [lx, ly] = [x + ((x - px) / out) * 14, y + ((y - py) / out) * 14];
  return (
    <g className={`light${light.on ? "" : " off"}`}>
      <Held held={light.held} />
      {chosen && light.on && <Spread light={light} />}
      {light.source !== "window" && (
        <Aim thing={thing} at={light.aim} from={light.place} label={`${light.name} light, aim`} shown={chosen} />
      )}
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

export function CameraLines({ camera, chosen }: { camera: Drawing["camera"]; chosen: boolean }) {
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
