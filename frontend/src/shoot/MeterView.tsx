import { useState } from "react";
import { inWords, problemsIn, server, type Shoot } from "../server/client";

const APERTURES = ["1.4", "2", "2.8", "4", "5.6", "8", "11", "16", "22"] as const;
const TENTHS = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;
const NAMES = { dome: "dome", flat: "disc" } as const;

/** What the meter shows, put in by thumb: which light, where, aperture and tenths. */
export function MeterView({ id, here }: { id: string; here: Shoot }) {
  const [light, setLight] = useState<number | null>(null);
  const [at, setAt] = useState("face");
  const [receptor, setReceptor] = useState<"dome" | "flat">("dome");
  const [aperture, setAperture] = useState<string>("8");
  const [tenths, setTenths] = useState<number>(0);
  const [said, setSaid] = useState("");
  const [wrong, setWrong] = useState("");

  async function keep() {
    const body = { at, light, receptor, aperture: `f/${aperture} +0.${tenths}`, toward: "lens", note: "" };
    const { data, error } = await server
      .POST("/api/shoot/{sitting_id}/reading", { params: { path: { sitting_id: id } }, body })
      .catch(() => ({ data: undefined, error: null }));
    setSaid(data?.words ?? "");
    setWrong(data ? "" : inWords(problemsIn(error)));
  }

  return (
    <div className="meter-entry">
      <div role="group" aria-label="Which light">
        <button type="button" className="plain" aria-pressed={light === null} onClick={() => setLight(null)}>
          all
        </button>
        {here.lights.map((k) => (
          <button key={k.index} type="button" className="plain" aria-pressed={light === k.index} onClick={() => setLight(k.index)}>
            {k.name}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Where">
        {Object.entries(here.places).map(([k, name]) => (
          <button key={k} type="button" className="plain" aria-pressed={at === k} onClick={() => setAt(k)}>
            {name}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Receptor">
        {(["dome", "flat"] as const).map((k) => (
          <button key={k} type="button" className="plain" aria-pressed={receptor === k} onClick={() => setReceptor(k)}>
            {NAMES[k]}, {light === null ? "to the lens" : "to the light"}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Aperture" className="figures">
        {APERTURES.map((k) => (
          <button key={k} type="button" className="plain" aria-pressed={aperture === k} onClick={() => setAperture(k)}>
            {k}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Tenths" className="figures">
        {TENTHS.map((k) => (
          <button key={k} type="button" className="plain" aria-pressed={tenths === k} onClick={() => setTenths(k)}>
            +.{k}
          </button>
        ))}
      </div>
      <div className="below">
        <p role="status" className="now small">
          {said}
        </p>
        {wrong && (
          <p className="wrong" role="alert">
            {wrong}
          </p>
        )}
        <button type="button" className="big go" onClick={() => void keep()}>
          Keep f/{aperture}
          {tenths > 0 && ` +0.${tenths}`}
        </button>
      </div>
    </div>
  );
}
