import type { Judged } from "../server/client";
import { signed } from "../ladder/signed";

const SPAN = 2; // stops either way that are drawn
const HIGH = 22;

/** How far each surface of the file lies over or under what was computed, on one scale in stops. */
export function Offs({ surfaces }: { surfaces: Judged["surfaces"] }) {
  const at = (stops: number) => 50 + (Math.max(-SPAN, Math.min(SPAN, stops)) / SPAN) * 50;
  return (
    <div className="offs" role="img" aria-label="Stops between file and computed picture">
      <p className="caption">Stops over the computed picture</p>
      <div className="scale figures">
        {[-2, -1, 0, 1, 2].map((k) => (
          <span key={k} style={{ left: `${at(k)}%` }}>
            {k === 0 ? "0" : signed(k).replace(".0", "")}
          </span>
        ))}
      </div>
      {surfaces.map((k) => (
        <div key={k.name} className="off" style={{ height: HIGH }}>
          <span className="label">{k.label}</span>
          <span className="bar">
            <i style={{ left: `${Math.min(50, at(k.off))}%`, width: `${Math.abs(at(k.off) - 50)}%` }} className={k.far ? "far" : ""} />
          </span>
          <span className="figures">{signed(k.off)}</span>
        </div>
      ))}
    </div>
  );
}
