import { useState } from "react";
import { useBench } from "../bench/store";
import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type Ground, server } from "../server/client";
import { Parts } from "../sheet/Parts";
import { Findings } from "../steps/Findings";
import { White } from "./White";
import { pull } from "../wish/ask";
import "../fill/fill.css";
import "../rim/rim.css";
import "./background.css";

const TABS = ["map", "what lights it", "white", "findings"] as const;
const HEIGHT = 200;
const WIDE = 250;

/** The map of the backdrop in the frame, with its spot. */
export function BackgroundPanel() {
  const [tab, setTab] = useState<string>("map");
  const ground = useSettled<Ground>(["ground"], (body, signal) => server.POST("/api/light/background", { body, signal })).data;
  return (
    <Parts parts={TABS.map((key) => ({ key, label: key }))} open={tab} onOpen={setTab}>
      <div className="light-panel">
        {tab === "findings" ? (
          <Findings step="background" />
        ) : tab === "white" ? (
          <White />
        ) : ground && tab === "what lights it" ? (
          <Sources ground={ground} />
        ) : ground ? (
          <div className="ground-view">
            <GroundMap ground={ground} />
            <Words ground={ground} />
          </div>
        ) : (
          <p className="facts">The backdrop is being read.</p>
        )}
      </div>
    </Parts>
  );
}

function GroundMap({ ground }: { ground: Ground }) {
  const upright = ground.rows >= ground.columns;
  const [high, wide] = upright ? [HEIGHT, HEIGHT * 0.8] : [WIDE * 0.8, WIDE];
  const [w, h] = [wide / ground.columns, high / ground.rows];
  const cells = ground.stops.flatMap((row, r) =>
    row.map((stops, c) => ({ r, c, stops, code: ground.codes[r]?.[c] ?? 0, seen: ground.seen[r]?.[c] ?? false })),
  );
  return (
    <svg width={wide} height={high} className="ground-map" role="img" aria-label="Backdrop in the frame, in stops">
      <defs>
        <pattern id="sitter-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" className="hidden" />
          <line x1="0" y1="0" x2="0" y2="6" className="hatch" />
        </pattern>
      </defs>
      {cells.map(({ r, c, code, seen }) => (
        <rect
          key={`${r}.${c}`}
          x={c * w}
          y={r * h}
          width={w + 0.5}
          height={h + 0.5}
          fill={seen ? `rgb(${code} ${code} ${code})` : "url(#sitter-hatch)"}
        />
      ))}
      {cells
        .filter((k) => k.seen)
        .map(({ r, c, code, stops }) => (
          <g key={`${r}.${c}`}>
            {stops >= ground.clips_at && <circle className="clipped" cx={(c + 0.5) * w} cy={(r + 0.5) * h} r={2} />}
            {r % 3 === 1 && c % 3 === 0 && (
              <text
                className={`figures ${code > 128 ? "on-light" : "on-dark"}`}
                x={(c + 0.5) * w}
                y={(r + 0.5) * h + 4}
                textAnchor={c === 0 ? "start" : c === ground.columns - 1 ? "end" : "middle"}
              >
                {signed(stops)}
              </text>
            )}
          </g>
        ))}
      {ground.spots.map((k) => (
        <g key={k.light} className="spot" transform={`translate(${k.x * wide} ${k.y * high})`}>
          <title>{`${k.light}: brightest here, ${k.diameter || "wider than the backdrop"} to half`}</title>
          <path d="M-7 0h14M0 -7v14" />
        </g>
      ))}
    </svg>
  );
}

function Sources({ ground }: { ground: Ground }) {
  const wrap = Object.entries(ground.wrap).filter(([, stops]) => Math.abs(stops) >= 0.05);
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>lights the backdrop</th>
            <th>alone</th>
            <th>darker without it by</th>
          </tr>
        </thead>
        <tbody>
          {ground.sources.map((k) => (
            <tr key={k.name}>
              <td>{k.name}</td>
              <td className="figures">{signed(k.alone)}</td>
              <td className="figures">{k.without > 9 ? "all of it" : k.without.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {wrap.length > 0 && (
        <p>
          The background light adds on the sitter:{" "}
          {wrap.map(([name, stops]) => (
            <span key={name} className="share">
              {name} <span className="figures">{signed(stops)}</span>
            </span>
          ))}
        </p>
      )}
      <p className="caption">Stops. The room is what its walls, floor and ceiling throw there.</p>
    </>
  );
}

function Words({ ground }: { ground: Ground }) {
  const aim = useBench((s) => s.set?.look?.backdrop_tone);
  return (
    <div>
      <p className="tone">
        <output className="figures big">{signed(ground.mean)}</output>
        <span className="caption">
          stops, file value {ground.code}, L* {ground.lightness.toFixed(0)}
        </span>
      </p>
      <p>
        darkest <span className="figures">{signed(ground.darkest)}</span>, lightest{" "}
        <span className="figures">{signed(ground.lightest)}</span>
        {aim !== undefined && aim !== null && (
          <>
            ; the brief asks <span className="figures">{signed(aim)}</span>
          </>
        )}
      </p>
      {ground.spots.map((k) => (
        <p key={k.light}>
          {k.light}: spot {k.diameter ? `of ${k.diameter} to half` : "wider than the backdrop"}
        </p>
      ))}
      <p className="caption">Boards beside the sitter stand at least {ground.gap} apart.</p>
      <p className="pulls">
        <button type="button" className="plain" onClick={() => pull("backdrop_middle", "clip")}>
          just clipped
        </button>
        <button type="button" className="plain" onClick={() => pull("backdrop_middle", (ground.mean - 1).toFixed(1))}>
          1 stop darker
        </button>
        <button type="button" className="plain" onClick={() => pull("backdrop_middle", "-5")}>
          black
        </button>
        {aim !== undefined && aim !== null && (
          <button type="button" className="plain" onClick={() => pull("backdrop_middle", aim.toFixed(1))}>
            as the brief asks
          </button>
        )}
      </p>
    </div>
  );
}
