import type { Drawing } from "../server/client";
import type { Thing } from "../server/things";
import { Handle } from "./Handle";
import { path, usePlan } from "./projection";

const STAND = 4;

/** What of the backdrop lies on the floor. */
export function Sweep({ sweep }: { sweep: Drawing["backdrop_sweep"] }) {
  const plan = usePlan();
  if (!sweep.length) {
    return null;
  }
  const depths = sweep.map((p) => p[1] ?? 0);
  const ends = [Math.min(...depths), Math.max(...depths)].map((z) => plan.at([0, 0, z]));
  return plan.view === "floor" ? (
    <path className="sweep" d={path(sweep.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0])))} />
  ) : (
    <path className="sweep" d={path(ends, false)} />
  );
}

/** The stands that a backdrop hangs on. */
export function Stands({ stands, height }: { stands: Drawing["backdrop_stands"]; height: number }) {
  const plan = usePlan();
  return stands.map(([x = 0, z = 0], i) => {
    const [px, py] = plan.at([x, 0, z]);
    const [, top] = plan.at([x, height, z]);
    return plan.view === "floor" ? (
      <path
        key={i}
        className="stand"
        d={`M${px - STAND} ${py - STAND}l${2 * STAND} ${2 * STAND}M${px + STAND} ${py - STAND}l${-2 * STAND} ${2 * STAND}`}
      />
    ) : (
      i === 0 && <line key={i} className="stand" x1={px} x2={px} y1={py} y2={top} />
    );
  });
}

export function FurnitureShape({ piece, thing }: { piece: Drawing["furniture"][number]; thing: Thing }) {
  const plan = usePlan();
  const depths = piece.from_above.map((p) => p[1] ?? 0);
  const [near, far] = [Math.min(...depths), Math.max(...depths)];
  const corners =
    plan.view === "floor"
      ? piece.from_above.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0]))
      : [plan.at([0, piece.low, near]), plan.at([0, piece.low, far]), plan.at([0, piece.high, far]), plan.at([0, piece.high, near])];
  const [x, y] = [corners.reduce((sum, c) => sum + c[0], 0) / 4, corners.reduce((sum, c) => sum + c[1], 0) / 4];
  return (
    <g className="furniture">
      <Handle thing={thing} handle="place" at={piece.place} label={`${piece.name}: arrow keys move it 5 cm`}>
        <path className="box" d={path(corners)} />
        <text className="letter" x={x} y={y + 5} textAnchor="middle">
          {piece.letter}
        </text>
      </Handle>
    </g>
  );
}

export function DoorShape({ door, thing }: { door: Drawing["doors"][number]; thing: Thing }) {
  const plan = usePlan();
  if (plan.view !== "floor") {
    return null;
  }
  const on = (line: Drawing["doors"][number]["swing"]) => line.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0]));
  const [a, b] = on(door.from_above);
  return (
    <g className="door">
      <Handle thing={thing} handle="place" at={door.place} label={`${door.name}: arrow keys move it 5 cm along its wall`}>
        {a && b && (
          <>
            <line className="grip-line" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
            <line className="leaf" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
          </>
        )}
        {door.swing.length > 0 && <path className="swing" d={path(on(door.swing), false)} />}
      </Handle>
    </g>
  );
}
