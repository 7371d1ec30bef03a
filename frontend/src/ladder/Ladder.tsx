import { useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import { type Aim, type Picture, server } from "../server/client";
import { Marker } from "./Marker";
import { signed } from "./signed";
import { spaced } from "./spaced";
import "./ladder.css";

const NO_AIMS: Aim[] = [];
const TOP = 14;
const LABEL = 25;
const WIDE = { left: 38, width: 30 };
const NARROW = { left: 6, width: 30 };
const ROOMY = 230; // pixels of width from which figures stand beside the greys, else on them
const BAND = 13;

/** The scale in stops with a grey patch at every half stop, and every surface at its reading. */
export function Ladder({ width, height }: { width: number; height: number }) {
  const picture = useFrame((s) => s.picture);
  const solo = useFrame((s) => s.solo);
  // One light alone is not what the look aims at.
  const aims = useBench((s) => (solo === null ? s.scene?.aims : undefined) ?? NO_AIMS);
  const ladder = useQuery({ queryKey: ["ladder"], queryFn: async () => (await server.GET("/api/ladder")).data, staleTime: Infinity });
  const rungs = ladder.data?.rungs;
  const spine = width < ROOMY ? NARROW : WIDE;
  if (!rungs?.length) {
    return <div style={{ width, height }} />;
  }
  const [highest, lowest] = [rungs[0]?.stops ?? 0, rungs[rungs.length - 1]?.stops ?? 0];
  const y = scaleLinear()
    .domain([highest, lowest])
    .range([TOP, height - TOP])
    .clamp(true);
  const perStop = y(0) - y(1);
  const markers = markersOf(picture, y);
  const clips = y(ladder.data?.clips_at ?? highest);
  return (
    <svg className="ladder" width={width} height={height} role="group" aria-label="Ladder: stops from mid grey">
      {rungs.slice(0, -1).map((rung) => (
        <rect
          key={rung.stops}
          x={spine.left}
          y={y(rung.stops)}
          width={spine.width}
          height={perStop / 2 + 0.5}
          fill={`rgb(${rung.code} ${rung.code} ${rung.code})`}
        />
      ))}
      {rungs
        .filter((rung) => Number.isInteger(rung.stops))
        .map((rung) => (
          <text
            key={rung.stops}
            className={`rung figures${spine === NARROW ? (rung.code > 128 ? " on-light" : " on-dark") : ""}`}
            x={spine === NARROW ? spine.left + 3 : spine.left - 8}
            y={y(rung.stops) + (spine === NARROW ? 13 : 4.5)}
            textAnchor={spine === NARROW ? "start" : "end"}
          >
            {rung.stops > 0 ? `+${rung.stops}` : rung.stops < 0 ? `−${-rung.stops}` : "0"}
          </text>
        ))}
      <line className="clips" x1={spine.left - 4} x2={width - 4} y1={clips} y2={clips} />
      <text className="clips" x={width - 6} y={clips - 5} textAnchor="end">
        white clips
      </text>
      {bands(aims).map((aim) => (
        <Band key={aim.surface} aim={aim} spine={spine} top={y(aim.high)} bottom={y(aim.low)} />
      ))}
      {markers.map((marker) => (
        <Marker
          key={marker.name}
          {...marker}
          trueY={marker.true_y}
          left={spine.left + spine.width}
          right={width - 6}
          perStop={perStop}
          at={y}
          indent={aims.length ? 27 : 19}
        >
          <Off off={aims.length ? (picture?.off_aims[marker.name] ?? null) : null} x={spine.left + spine.width + 19} y={marker.y} />
        </Marker>
      ))}
    </svg>
  );
}

/** Which way a reading has to go: down, up, or a dot when it lies in its band. */
function Off({ off, x, y }: { off: number | null; x: number; y: number }) {
  if (off === null) {
    return null;
  }
  const shape =
    off > 0
      ? `M${x - 5} ${y - 3}h10l-5 8Z`
      : off < 0
        ? `M${x - 5} ${y + 4}h10l-5 -8Z`
        : `M${x - 3.5} ${y}a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0Z`;
  return (
    <path className={`off${off === 0 ? " met" : ""}`} d={shape}>
      <title>{off === 0 ? "as the brief asks" : `${Math.abs(off).toFixed(1)} stops to go ${off > 0 ? "down" : "up"}`}</title>
    </path>
  );
}

/** What an aim reaches over, on the spine: the face's at its right, the backdrop's at its left. */
function Band({ aim, spine, top, bottom }: { aim: Aim & { label: string }; spine: typeof WIDE; top: number; bottom: number }) {
  const behind = aim.surface.startsWith("backdrop");
  const x = behind ? spine.left : spine.left + spine.width - BAND;
  const name = behind ? "backdrop" : aim.surface.replace("_cheek", "");
  return (
    <g className="aim" data-aim={aim.surface}>
      <title>{`The brief asks: ${aim.label} from ${signed(aim.low)} to ${signed(aim.high)} stops`}</title>
      <rect x={x} width={BAND} y={top} height={Math.max(bottom - top, 3)} />
      <text transform={`translate(${x + BAND / 2 + 3.5} ${(top + bottom) / 2}) rotate(-90)`} textAnchor="middle">
        {name}
      </text>
    </g>
  );
}

/** One band for each aim; surfaces that share it are named together. */
function bands(aims: Aim[]) {
  const found: (Aim & { label: string })[] = [];
  for (const aim of aims) {
    const same = found.find((b) => b.low === aim.low && b.high === aim.high);
    const label = aim.surface.replace("_", " ");
    if (same) {
      same.label += `, ${label}`;
    } else {
      found.push({ ...aim, label });
    }
  }
  return found;
}

function markersOf(picture: Picture | null, y: (stops: number) => number) {
  const read = Object.entries(picture?.readings.surfaces ?? {});
  const markers = read.map(([name, r]) => ({ name, ...r, true_y: y(r.stops), y: y(r.stops) }));
  return spaced(markers, LABEL, y(100) + 4, y(-100) - 4);
}
