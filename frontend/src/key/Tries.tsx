import { askWays } from "../bench/choosing";
import { useFrame } from "../frame/store";
import type { Try } from "../server/client";
import "./tries.css";
import { useTries } from "./useKeyLight";

/** This face under the eight patterns, at the picture's sides: choose one to go there. */
export function Tries() {
  const tries = useTries().data?.tries ?? [];
  if (!tries.some((k) => k.picture)) {
    return null;
  }
  return (
    <>
      <Column tries={tries.slice(0, 4)} side="west" />
      <Column tries={tries.slice(4)} side="east" />
    </>
  );
}

function Column({ tries, side }: { tries: Try[]; side: string }) {
  const pattern = useFrame((s) => s.picture?.pattern?.pattern);
  return (
    <div
      className={`tries ${side}`}
      role="group"
      aria-label={side === "west" ? "This face in other light" : "More of this face in other light"}
    >
      {tries.map((k) => (
        <button
          key={k.name}
          type="button"
          className={`plain${k.reachable ? "" : " barred"}`}
          aria-pressed={k.name === pattern}
          title={k.reason ? `${k.name}: ${k.reason}` : k.name}
          onClick={() => void askWays(k.name, true, k.half)}
        >
          <img src={k.picture} alt="" draggable={false} />
          <span>{k.name}</span>
        </button>
      ))}
    </div>
  );
}
