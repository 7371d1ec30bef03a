import { useState } from "react";
import { frameAs } from "../bench/changes";
import { inWords } from "../server/client";
import { useSteps } from "./useSteps";

/** Places the camera for a framing; says so when the room has not the length. */
export function Framings() {
  const framings = useSteps()?.framings ?? [];
  const [wrong, setWrong] = useState("");
  return (
    <div className="framings" role="group" aria-label="Frame it as">
      {framings.map((name) => (
        <button
          key={name}
          type="button"
          className="plain"
          onClick={() => void frameAs(name).then((problems) => setWrong(inWords(problems)))}
        >
          {name}
        </button>
      ))}
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
    </div>
  );
}
