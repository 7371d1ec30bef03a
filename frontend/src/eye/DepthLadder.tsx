import { useQuery } from "@tanstack/react-query";
import { Slider } from "antd";
import { server } from "../server/client";

const [LEAST, MOST] = [0, 6];
const LIT = 1; // stops from mid grey of a lit cheek, from which the greys go down

/** How far under the lit cheek the shadow lies, on a small Ladder of greys. */
export function DepthLadder({ depth, truth, onChange }: { depth: number; truth: number | null; onChange: (depth: number) => void }) {
  const rungs = useQuery({
    queryKey: ["ladder"],
    queryFn: async () => (await server.GET("/api/ladder")).data,
    staleTime: Infinity,
  }).data?.rungs;
  const greys = (rungs ?? []).filter((k) => k.stops <= LIT && k.stops > LIT - MOST);
  const marks = truth === null ? {} : { [Math.min(truth, MOST)]: "it was" };
  return (
    <label className="depth-ladder">
      shadow, stops under the lit cheek
      <span className="greys" aria-hidden="true">
        {greys.map((k) => (
          <span key={k.stops} style={{ background: `rgb(${k.code} ${k.code} ${k.code})` }} />
        ))}
      </span>
      <Slider
        min={LEAST}
        max={MOST}
        step={0.1}
        value={depth}
        disabled={truth !== null}
        marks={marks}
        ariaLabelForHandle="Depth of shadow in stops"
        onChange={onChange}
      />
      <span className="figures">{depth.toFixed(1)}</span>
    </label>
  );
}
