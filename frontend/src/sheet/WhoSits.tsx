import { useQuery } from "@tanstack/react-query";
import { seatSitter } from "../bench/actions";
import { useBench } from "../bench/store";
import { server } from "../server/client";

/** Who sits: one button a sitter, with who it is in words. */
export function WhoSits() {
  const who = useBench((s) => s.set?.sitter.who);
  const known = useQuery({ queryKey: ["sitters"], queryFn: async () => (await server.GET("/api/sitters")).data, staleTime: Infinity });
  return (
    <div className="who" role="group" aria-label="Who sits">
      {known.data?.sitters.map((sitter) => (
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
