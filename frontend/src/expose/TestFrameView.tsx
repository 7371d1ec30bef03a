import { useState } from "react";
import { Link } from "react-router";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import { useSeen } from "../frame/useSettled";
import { beside, signed } from "../ladder/signed";
import type { Picture, TestFrame } from "../server/client";
import { pictureOf, useShoot } from "./useShoot";

const WIDE = 168;
const HIGH = 62;

/** Fires the camera, and sets what it wrote against what was computed. */
export function TestFrameView() {
  const id = useBench((s) => s.id);
  const set = useSeen();
  const { frames, busy, wrong, shoot } = useShoot(id);
  const [chosen, setChosen] = useState("");
  const frame = frames.find((k) => k.id === chosen) ?? frames[0];

  async function fire() {
    if (!set) {
      return;
    }
    const made = await shoot(set);
    const last = made[made.length - 1];
    if (last) {
      setChosen(last.id);
    }
  }

  return (
    <div className="test-frame">
      <div className="fire">
        <button type="button" className="plain go" disabled={busy || !set} onClick={() => void fire()}>
          {busy ? "The camera works" : "Fire a test frame"}
        </button>
        <Link to={`/set/${id}/alone`}>Alone before the camera</Link>
        <Link to="/devices">Devices</Link>
        <p className="caption">Ask first: people who react to flashing light.</p>
        {wrong && (
          <p className="wrong" role="alert">
            {wrong}
          </p>
        )}
      </div>
      {frame && <One id={id} frame={frame} />}
      {frames.length > 1 && (
        <div className="strip" role="group" aria-label="Frames taken">
          {frames.slice(0, 6).map((k) => (
            <button key={k.id} type="button" className="plain" aria-pressed={k === frame} title={k.name} onClick={() => setChosen(k.id)}>
              <img src={pictureOf(id, k)} alt={k.name} draggable={false} />
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

function One({ id, frame }: { id: string; frame: TestFrame }) {
  const shown = useFrame((s) => s.idea?.address === pictureOf(id, frame));
  const predicted = useFrame((s) => s.picture?.histogram);
  const address = pictureOf(id, frame);
  return (
    <div className="one-frame">
      <button
        type="button"
        className="plain"
        aria-pressed={shown}
        title="In the Frame"
        onClick={() => useFrame.setState({ idea: shown ? null : { address, note: frame.name } })}
      >
        <img src={address} alt={`Test frame ${frame.name}`} draggable={false} />
      </button>
      <div>
        <p>
          <b>{frame.name}</b>{" "}
          <a href={address} download={`${frame.name}.jpg`}>
            JPEG
          </a>{" "}
          {frame.raw && <a href={address.replace(/picture$/, "raw")}>raw</a>}
        </p>
        {frame.faults.map((text) => (
          <p key={text} className="fault" role="status">
            {text}
          </p>
        ))}
        {frame.between && !frame.faults.length && (
          <p role="status">
            As computed: <span className="figures">{beside(frame.between.stops, "the picture")}</span>.
          </p>
        )}
        {frame.between && (
          <p className="caption">
            {Object.entries(frame.between.zones)
              .filter(([zone]) => zone !== "picture")
              .map(([zone, stops]) => `${zone} ${signed(stops)}`)
              .join(", ")}
          </p>
        )}
        {frame.histogram && <Both real={frame.histogram} predicted={predicted} />}
      </div>
    </div>
  );
}

/** The file's histogram, filled, and the computed one as a line. */
function Both({ real, predicted }: { real: Picture["histogram"]; predicted: Picture["histogram"] | undefined }) {
  const line = (counts: readonly number[]) => {
    const most = Math.max(1, ...counts.slice(1, -1));
    const step = WIDE / counts.length;
    return counts.map((n, i) => `V${HIGH - Math.min(n / most, 1) * (HIGH - 4)}H${(i + 1) * step}`).join("");
  };
  return (
    <svg
      className="histogram both"
      width={WIDE}
      height={HIGH}
      role="img"
      aria-label="Histogram of the file, and the computed one as a line"
    >
      <rect width={WIDE} height={HIGH} />
      <path className="luminance" d={`M0 ${HIGH}${line(real.luminance)}V${HIGH}Z`} />
      {predicted && <path className="computed" d={`M0 ${HIGH}${line(predicted.luminance)}`} />}
    </svg>
  );
}
