import { useQuery } from "@tanstack/react-query";
import { useOpen } from "../bench/open";
import { chosenLight, useBench } from "../bench/store";
import { idOf } from "../server/queries";
import { path, usePlan } from "../plan/projection";
import { server } from "../server/client";

/** Lines of equal exposure of the chosen light at face height, in whole stops from the face. */
export function ExposureLines() {
  const plan = usePlan();
  const shown = useOpen((s) => s.lines);
  const set = useBench((s) => s.set);
  const thing = `lights.${chosenLight(useBench((s) => s.thing))}`;
  const lines = useQuery({
    queryKey: ["lines", thing, idOf(set)],
    enabled: shown && set !== null,
    gcTime: 0,
    placeholderData: (before) => before,
    queryFn: async () => (set ? (await server.POST("/api/lines", { body: { set, thing, feet: false } })).data : undefined) ?? { lines: [] },
  });
  if (!shown) {
    return null;
  }
  return (lines.data?.lines ?? []).map((line, i) => {
    const points = line.points.map(([x, z]) => plan.at([x ?? 0, 0, z ?? 0]));
    const [mx, my] = points[Math.floor(points.length / 2)] ?? [0, 0];
    return (
      <g key={i} className={`exposure-line${line.stops === 0 ? " face" : ""}`}>
        <path d={path(points, false)} />
        <text x={mx} y={my + 4} textAnchor="middle">
          {line.stops > 0 ? `+${line.stops}` : `${line.stops}`.replace("-", "\u2212")}
        </text>
      </g>
    );
  });
}
