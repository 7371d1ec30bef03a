import { useState } from "react";
import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type Edge, server } from "../server/client";
import { Parts } from "../sheet/Parts";
import { Findings } from "../steps/Findings";
import { pull } from "../wish/ask";
import "../fill/fill.css";
import "./rim.css";

const TABS = ["edge", "findings"] as const;
const HEIGHT = 200;
const WIDTH = 300;
const LETTER = 8.5; // widest of a label
const SHOWN = 0.02; // share of the light on nose or cheek from which it is told

/** The outline of head and shoulders as the lens sees it, with stops round it. */
export function RimPanel() {
  const [tab, setTab] = useState<string>("edge");
  const edge = useSettled<Edge>(["edge"], (body, signal) => server.POST("/api/light/rim", { body, signal })).data;
  return (
    <Parts parts={TABS.map((key) => ({ key, label: key }))} open={tab} onOpen={setTab} beside={edge && <Pulls edge={edge} />}>
      <div className="light-panel">
        {tab === "findings" ? <Findings step="rim" /> : edge ? <EdgeView edge={edge} /> : <p className="facts">The edge is being read.</p>}
      </div>
    </Parts>
  );
}

type Place = Edge["places"][number];

function EdgeView({ edge }: { edge: Edge }) {
  return (
    <div className="edge-view">
      <Outline edge={edge} />
      <div className="edge-words">
        <Beside edge={edge} />
      </div>
    </div>
  );
}

/** The outline drawn to fill the panel's height: thick and amber where a light from behind draws it. */
function Outline({ edge }: { edge: Edge }) {
  const ys = edge.places.map((p) => p.y);
  const xs = edge.places.map((p) => p.x);
  const [top, foot] = [Math.min(...ys), Math.max(...ys)];
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const scale = (HEIGHT - 24) / Math.max(foot - top, 0.05);
  const at = (p: Place): [number, number] => [WIDTH / 2 + (p.x - middle) * scale * 0.7, 12 + (p.y - top) * scale];
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label="Edge of head and shoulders, in stops" className="edge-map">
      {[-1, 1].map((side) => {
        const own = edge.places.filter((p) => p.side === side);
        return (
          <g key={side}>
            {own.slice(1).map((p, i) => {
              const before = own[i];
              const [[x1, y1], [x2, y2]] = [at(before ?? p), at(p)];
              return <line key={p.y} x1={x1} y1={y1} x2={x2} y2={y2} className={p.drawn ? "drawn" : "plain"} />;
            })}
            {labelled(own).map((p) => {
              const [x, y] = at(p);
              const long = (p.part.length + 5) * LETTER;
              const beside = side < 0 ? Math.max(x - 9, long) : Math.min(x + 9, WIDTH - long);
              return (
                <text
                  key={p.part}
                  className="figures"
                  x={beside}
                  y={y + (p.part === "shoulder" ? -6 : 4)}
                  textAnchor={side < 0 ? "end" : "start"}
                >
                  <tspan className="part">{p.part}</tspan> {signed(shown(edge, p))}
                  <title>{`${p.part}: ${signed(shown(edge, p))} stops; by lights from behind ${signed(p.behind)}`}</title>
                </text>
              );
            })}
          </g>
        );
      })}
      <Spilt edge={edge} at={at} />
    </svg>
  );
}

const FACE = { "camera-left cheek": -0.5, "nose tip": 0, "camera-right cheek": 0.5 } as const;

/** Where lights from behind reach the face: a dot each on nose and cheeks, the larger the more of the light there is theirs. */
function Spilt({ edge, at }: { edge: Edge; at: (p: Place) => [number, number] }) {
  const ear = edge.places.filter((p) => p.part === "ear" || p.part === "jaw").map(at);
  const spills = Object.entries(edge.spills);
  if (!ear.length || !spills.length) {
    return null;
  }
  const xs = ear.map(([x]) => x);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const y = ear.reduce((sum, k) => sum + k[1], 0) / ear.length;
  return (
    <g className="spilt">
      {Object.entries(FACE).map(([where, across]) => {
        const share = Math.max(...spills.map(([, on]) => on[where] ?? 0));
        return share > SHOWN ? (
          <circle key={where} cx={(left + right) / 2 + (across * (right - left)) / 1.6} cy={y} r={2 + 9 * Math.sqrt(share)}>
            <title>{`${where}: ${(share * 100).toFixed(0)} % of the light there comes from behind`}</title>
          </circle>
        ) : null;
      })}
    </g>
  );
}

/** What a part of the outline reads: the hair as the Ladder has it. */
function shown(edge: Edge, p: Place): number {
  const hair = p.part === "hair" ? edge.hair[p.side < 0 ? "camera-left" : "camera-right"] : undefined;
  return hair ?? p.stops;
}

/** One place for each part of a side: its brightest. */
function labelled(places: Place[]): Place[] {
  const best = new Map<string, Place>();
  for (const p of places) {
    const known = best.get(p.part);
    if (!known || p.stops > known.stops) {
      best.set(p.part, p);
    }
  }
  const kept: Place[] = [];
  for (const p of [...best.values()].sort((a, b) => a.y - b.y)) {
    if (kept.every((k) => Math.abs(k.y - p.y) > 0.05)) {
      kept.push(p);
    }
  }
  return kept;
}

function Beside({ edge }: { edge: Edge }) {
  const spills = Object.entries(edge.spills);
  return (
    <>
      <p>
        Cheeks: left <span className="figures">{signed(edge.near["camera-left"] ?? 0)}</span>, right{" "}
        <span className="figures">{signed(edge.near["camera-right"] ?? 0)}</span>
      </p>
      {spills.length === 0 && <p className="facts">No light comes from behind. Add one in the role rim, or pull a hair edge up.</p>}
      {spills.map(([light, on]) => (
        <div key={light}>
          <p>
            {light} on the face:{" "}
            {Object.entries(on)
              .filter(([, share]) => share > SHOWN)
              .map(([where, share]) => `${where.replace("camera-", "")} ${(share * 100).toFixed(0)} %`)
              .join(", ") || "none"}
          </p>
          <p>
            {warmer(edge.warmths[light])}into the lens: blacks <span className="figures">{signed(edge.veils[light] ?? 0)}</span>
          </p>
        </div>
      ))}
    </>
  );
}

/** Its colour against the key's, in words; nothing where both are alike. */
function warmer(k: Edge["warmths"][string] | undefined): string {
  if (!k || Math.abs(k.difference) < 1) {
    return "";
  }
  const way =
    Math.abs(k.mired) < 1 ? "tinted" : k.mired > 0 ? `warmer by ${k.mired.toFixed(0)} mired` : `cooler by ${(-k.mired).toFixed(0)} mired`;
  return `${way}, a colour difference of ${k.difference.toFixed(0)}; `;
}

/** Wishes for an edge on either side. */
function Pulls({ edge }: { edge: Edge }) {
  return (
    <span className="pulls">
      a stop over its cheek:{" "}
      {(["hair_left", "hair_right"] as const).map((name) => (
        <button key={name} type="button" className="plain" onClick={() => pull(name, over(edge, name), null)}>
          {name === "hair_left" ? "left edge" : "right edge"}
        </button>
      ))}
    </span>
  );
}

/** The wish for an edge a stop over the cheek on its side. */
function over(edge: Edge, name: "hair_left" | "hair_right"): string {
  return ((edge.near[name === "hair_left" ? "camera-left" : "camera-right"] ?? 0) + 1).toFixed(1);
}
