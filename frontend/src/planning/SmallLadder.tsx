import { useQuery } from "@tanstack/react-query";
import { scaleLinear } from "d3-scale";
import { signed } from "../ladder/signed";
import { spaced } from "../ladder/spaced";
import { type Aim, server } from "../server/client";

const SHOWN = [
  ["lit_cheek", "lit"],
  ["shadow_cheek", "shadow"],
  ["backdrop_middle", "backdrop"],
] as const;
const EDGES = [
  ["hair_left", "edge left"],
  ["hair_right", "edge right"],
] as const;
const [TOP, WIDE, GAP] = [6, 16, 17];

interface Props {
  stops: Record<string, number>;
  aims?: readonly Aim[];
  height: number;
  /** Whether the edges of the hair are shown too. */
  edges?: boolean;
  /** Only marks, without names and figures: for a narrow place. */
  bare?: boolean;
}

/** The Ladder small: where a few surfaces lie, on one scale for all that stand side by side, with the bands of the brief. */
export function SmallLadder({ stops, aims = [], height, edges = false, bare = false }: Props) {
  const rungs = useQuery({
    queryKey: ["ladder"],
    queryFn: async () => (await server.GET("/api/ladder")).data,
    staleTime: Infinity,
  }).data?.rungs;
  if (!rungs?.length) {
    return null;
  }
  const [highest, lowest] = [rungs[0]?.stops ?? 0, rungs[rungs.length - 1]?.stops ?? 0];
  const y = scaleLinear()
    .domain([highest, lowest])
    .range([TOP, height - TOP])
    .clamp(true);
  const half = (y(0) - y(0.5)) * 1;
  const markers = [...SHOWN, ...(edges ? EDGES : [])]
    .filter(([name]) => name in stops)
    .map(([name, label]) => ({ name, label, at: y(stops[name] ?? 0), y: y(stops[name] ?? 0), stops: stops[name] ?? 0 }));
  const told = markers.map((k) => `${k.label} ${signed(k.stops)}`).join(", ");
  return (
    <svg className="small-ladder" width={bare ? 30 : 126} height={height} role="img" aria-label={`Stops from mid grey: ${told}`}>
      {rungs.slice(0, -1).map((rung) => (
        <rect
          key={rung.stops}
          x={0}
          y={y(rung.stops)}
          width={WIDE}
          height={half + 0.5}
          fill={`rgb(${rung.code} ${rung.code} ${rung.code})`}
        />
      ))}
      {aims.map((aim) => (
        <rect
          key={aim.surface}
          className="band"
          x={0.75}
          width={WIDE - 1.5}
          y={y(aim.high)}
          height={Math.max(y(aim.low) - y(aim.high), 3)}
        />
      ))}
      {bare && markers.map((k) => <path key={k.name} className={`mark ${k.name}`} d={`M${WIDE + 2} ${k.at}l9 -4.5v9Z`} />)}
      {(bare ? [] : spaced(markers, GAP, TOP + 6, height - TOP - 4)).map((k) => (
        <g key={k.name}>
          <path d={`M${WIDE + 1} ${k.at}L${WIDE + 10} ${k.y}`} className="lead" />
          <text x={WIDE + 13} y={k.y + 4.5}>
            {k.label} <tspan className="figures">{signed(k.stops)}</tspan>
          </text>
        </g>
      ))}
    </svg>
  );
}
