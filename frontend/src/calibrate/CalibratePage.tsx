import { useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { signed } from "../ladder/signed";
import { Page, Wrong } from "../pages/Page";
import { type Calibrated, inWords, problemsIn, server } from "../server/client";
import { queries } from "../server/queries";
import { useShelf } from "../sitting/Looks";
import "./calibrate.css";

const WALLS = [
  { value: "", label: "no wall in doubt" },
  { value: "left", label: "camera-left wall" },
  { value: "right", label: "camera-right wall" },
  { value: "back", label: "back wall" },
  { value: "front", label: "wall behind the camera" },
  { value: "ceiling", label: "ceiling" },
  { value: "floor", label: "floor" },
] as const;
const TAKEN = ["calibrations"];

/** What the readings of the log say of kit and room: seen, taken, undone. */
export function CalibratePage() {
  const [wall, setWall] = useState<(typeof WALLS)[number]["value"]>("");
  const [params] = useSearchParams();
  const [set, setSet] = useState(params.get("set") ?? "");
  const [wrong, setWrong] = useState("");
  const shelf = useShelf();
  const body = { wall, set_id: set };
  const found = useQuery({
    queryKey: ["calibrate", body],
    staleTime: 0,
    retry: false,
    queryFn: async () => {
      const { data, error } = await server.POST("/api/calibration", { body });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const taken = useQuery({ queryKey: TAKEN, queryFn: async () => (await server.GET("/api/calibration")).data?.taken ?? [] }).data;

  async function after(answer: { error?: unknown }) {
    setWrong(answer.error ? inWords(problemsIn(answer.error)) : "");
    await queries.invalidateQueries();
  }

  return (
    <Page
      title="Calibrate"
      back={["/log", "Log"]}
      tools={
        <>
          <Select aria-label="Wall in doubt" value={wall} options={[...WALLS]} onChange={setWall} style={{ width: 190 }} />
          <Select
            aria-label="Readings of"
            value={set}
            options={[{ value: "", label: "readings of all sets" }, ...shelf.map((k) => ({ value: k.id, label: k.name }))]}
            onChange={setSet}
            style={{ width: 230 }}
          />
        </>
      }
    >
      <Wrong text={wrong} />
      <div className="calibrate">
        <section aria-label="Found">
          {found.error && (
            <p className="empty-page">
              {found.error.message} Readings are put in at the shoot view of a sitting, on its page <Link to="/sittings">Shoot</Link>, view
              Meter: a light alone, where it is held, what it shows.
            </p>
          )}
          {found.data && <Found made={found.data} onTake={async () => after(await server.POST("/api/calibration/take", { body }))} />}
        </section>
        {taken && taken.length > 0 && (
          <section aria-label="Taken">
            <h2>Taken</h2>
            <ul>
              {taken.map((k) => (
                <li key={k.id} className={k.undone ? "undone" : ""}>
                  {k.texts.map((t) => (
                    <span key={t}>{t}</span>
                  ))}
                  {k.undone ? (
                    <span className="caption">undone</span>
                  ) : (
                    <button
                      type="button"
                      className="plain chip"
                      onClick={async () =>
                        after(await server.POST("/api/calibration/{calibration_id}/undo", { params: { path: { calibration_id: k.id } } }))
                      }
                    >
                      Undo
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Page>
  );
}

function Found({ made, onTake }: { made: Calibrated; onTake: () => void }) {
  return (
    <>
      <ul className="found">
        {made.found.map((k) => (
          <li key={k.text} className={k.told ? "" : "unsure"}>
            <b>{k.text}.</b>{" "}
            <span className="figures">
              {k.figure} {k.spread}
            </span>
            {!k.told && <span className="caption"> too few readings to trust it</span>}
          </li>
        ))}
      </ul>
      <h3>Readings: off before (open), and with this (filled), in stops; {made.left.toFixed(2)} is left</h3>
      <table className="residuals">
        <tbody>
          {made.readings.map((k) => (
            <tr key={k.id} className={k.outlier ? "outlier" : ""}>
              <td>{k.name}</td>
              <td className="dots">
                <i className="was" style={{ left: `${at(k.before)}%` }} />
                <i style={{ left: `${at(k.after)}%` }} />
              </td>
              <td className="figures">{signed(k.after)}</td>
              <td>{k.outlier ? "far from all others: left out" : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3>Taking it changes</h3>
      <ul>
        {made.takes.map((k) => (
          <li key={k}>{k}</li>
        ))}
      </ul>
      <button type="button" className="plain go" onClick={onTake}>
        Take it
      </button>
    </>
  );
}

/** Stops on a strip of two stops either way, in per cent. */
function at(stops: number) {
  return 50 + (Math.max(-2, Math.min(2, stops)) / 2) * 48;
}
