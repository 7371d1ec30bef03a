import { useQuery } from "@tanstack/react-query";
import { seatSitter } from "../bench/changes";
import { useBench } from "../bench/store";
import { server } from "../server/client";

export function useSitters() {
  return (
    useQuery({ queryKey: ["sitters"], queryFn: async () => (await server.GET("/api/sitters")).data, staleTime: Infinity }).data?.sitters ??
    []
  );
}

/** Who sits: one button a sitter, with who it is in words. */
export function WhoSits() {
  const who = useBench((s) => s.set?.sitter.who);
  const sitters = useSitters();
  return (
    <div className="who" role="group" aria-label="Who sits">
      {sitters.map((sitter) => (
        <button
          key={sitter.name}
          type="button"
          className="plain"
          aria-pressed={who === sitter.name}
          title={sitter.description}
          onClick={() => void seatSitter(sitter.name)}
        >
          {sitter.name}
        </button>
      ))}
    </div>
  );
}

/** The same with the words shown. */
export function WhoCards({ who, onChoose }: { who: string; onChoose: (who: string) => void }) {
  const sitters = useSitters();
  return (
    <div className="who cards" role="group" aria-label="Who sits">
      {sitters.map((sitter) => (
        <button key={sitter.name} type="button" className="plain" aria-pressed={who === sitter.name} onClick={() => onChoose(sitter.name)}>
          <b>{sitter.name}</b> <span className="caption">{sitter.description}</span>
        </button>
      ))}
    </div>
  );
}
