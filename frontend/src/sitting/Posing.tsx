import { useQuery } from "@tanstack/react-query";
import { type PosingCard, server } from "../server/client";

export const POSES = ["poses"];

export function usePoses() {
  return useQuery({ queryKey: POSES, queryFn: async () => (await server.GET("/api/poses")).data ?? null }).data;
}

/** From the feet up: what to say to the sitter, and why. */
export function Posing() {
  const poses = usePoses();
  return (
    <div className="posing">
      {poses?.cards.map((k) => (
        <PoseCard key={k.title} card={k as PosingCard} />
      ))}
      <p className="caption">
        {poses && poses.poses.length > 0
          ? `Kept poses: ${poses.poses.map((k) => k.name).join(", ")}. They are laid on a set at its step Sitter.`
          : "A pose is kept by name, and laid on another set, at the step Sitter of the bench."}
      </p>
    </div>
  );
}

function PoseCard({ card }: { card: PosingCard }) {
  return (
    <figure>
      <svg viewBox="0 0 100 100" role="img" aria-label={`${card.title}: ${card.say}`}>
        {card.strokes.map((k, i) => (
          <polyline key={i} className={k.style} points={k.points.map((p) => p.join(",")).join(" ")} />
        ))}
      </svg>
      <figcaption>
        <b>{card.title}</b>
        <span className="bright">{card.say}</span>
        <span className="caption">{card.why}</span>
      </figcaption>
    </figure>
  );
}
