import { useQuery } from "@tanstack/react-query";
import { useBench } from "../bench/store";
import { type Picture, server } from "../server/client";
import { spaced } from "./spaced";
import "./ladder.css";

const TOP = 14;
const LABEL = 25;
const SPINE = { left: 42, width: 34 };

const signed = (stops: number) => (Math.abs(stops) < 0.05 ? "0.0" : `${stops > 0 ? "+" : "−"}${Math.abs(stops).toFixed(1)}`);

/** The scale in stops with a grey patch at every half stop, and every surface at its reading. */
export function Ladder({ width, height }: { width: number; height: number }) {
  const picture = useBench((s) => s.picture);
  const ladder = useQuery({ queryKey: ["ladder"], queryFn: async () => (await server.GET("/api/ladder")).data, staleTime: Infinity });
  const rungs = ladder.data?.rungs;
  if (!rungs?.length) {
    return <div style={{ width, height }} />;
  }
  const [highest, lowest] = [rungs[0]?.stops ?? 0, rungs[rungs.length - 1]?.stops ?? 0];
  const perStop = (height - 2 * TOP) / (highest - lowest);
  const y = (stops: number) => TOP + (highest - Math.min(Math.max(stops, lowest), highest)) * perStop;
  const markers = markersOf(picture, y);
  const clips = y(ladder.data?.clips_at ?? highest);
  return (
    <svg className="ladder" width={width} height={height} role="group" aria-label="Ladder: stops from mid grey">
      {rungs.slice(0, -1).map((rung) => (
        <rect
          key={rung.stops}
          x={SPINE.left}
          y={y(rung.stops)}
          width={SPINE.width}
          height={perStop / 2 + 0.5}
          fill={`rgb(${rung.code} ${rung.code} ${rung.code})`}
        />
      ))}
      {rungs
        .filter((rung) => Number.isInteger(rung.stops))
        .map((rung) => (
          <text key={rung.stops} className="rung figures" x={SPINE.left - 8} y={y(rung.stops) + 4.5} textAnchor="end">
            {rung.stops > 0 ? `+${rung.stops}` : rung.stops < 0 ? `−${-rung.stops}` : "0"}
          </text>
        ))}
      <line className="clips" x1={SPINE.left - 4} x2={width - 4} y1={clips} y2={clips} />
      <text className="clips" x={width - 6} y={clips - 5} textAnchor="end">
        white clips
      </text>
      {markers.map((marker) => (
        <g key={marker.name} className={`marker ${marker.name}`} data-marker={marker.name} data-stops={marker.stops.toFixed(3)} data-side={marker.side}>
          <title>{`${marker.label}: ${signed(marker.stops)} stops, file value ${marker.code}, L* ${marker.lightness.toFixed(0)}. Diffuse light; shine is left out.`}</title>
          <path d={`M${SPINE.left + SPINE.width + 2} ${marker.true_y}L${SPINE.left + SPINE.width + 14} ${marker.y}`} />
          <circle cx={SPINE.left + SPINE.width + 2} cy={marker.true_y} r={2.5} />
          <text x={SPINE.left + SPINE.width + 19} y={marker.y + 5}>
            {marker.label}
          </text>
          <text className="figures value" x={width - 6} y={marker.y + 5} textAnchor="end">
            {signed(marker.stops)}
          </text>
        </g>
      ))}
    </svg>
  );
}

function markersOf(picture: Picture | null, y: (stops: number) => number) {
  const read = Object.entries(picture?.readings.surfaces ?? {});
  const markers = read.map(([name, r]) => ({ name, ...r, true_y: y(r.stops), y: y(r.stops) }));
  return spaced(markers, LABEL, y(100) + 4, y(-100) - 4);
}
