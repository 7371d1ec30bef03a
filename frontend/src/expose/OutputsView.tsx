import { Select } from "antd";
import { useState } from "react";
import { useBench } from "../bench/store";
import { preview, useFrame } from "../frame/store";
import { useSeen, useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type LightOutput, type Outputs, server } from "../server/client";
import { OrderSheet } from "./OrderSheet";
import { type By, useExposing, within } from "./store";

const SET_BY: { value: By; label: string }[] = [
  { value: "brief", label: "by the brief" },
  { value: "disc", label: "disc to the key" },
  { value: "dome", label: "dome to the lens" },
];
const RECYCLE = { low: 0.05, high: 30 };
const COMFORT = { low: 1, high: 1e6 };

/** What each light is set to for the camera as it is set. */
export function OutputsView() {
  const held = useExposing();
  const briefed = useBench((s) => Boolean(s.set?.look));
  const recycle = within(held.recycle, RECYCLE.low, RECYCLE.high);
  const comfort = within(held.comfort, COMFORT.low, COMFORT.high);
  const lit = useSeen()?.lights.some((k) => k.on ?? true) ?? false;
  const sound = lit && recycle !== undefined && comfort !== undefined;
  const asked = { by: held.by, depth: held.depth, backdrop: held.backdrop, recycle: recycle ?? null, comfort: comfort ?? null };
  const made = useSettled<Outputs>(
    ["outputs", ...Object.values(asked)],
    (body, signal) => server.POST("/api/expose/outputs", { body: { ...body, ...asked }, signal }),
    sound,
  ).data;
  return (
    <>
      <div className="held">
        <Select
          size="small"
          aria-label="Exposed by"
          value={held.by ?? (briefed ? "brief" : "disc")}
          options={SET_BY.filter((k) => briefed || k.value !== "brief")}
          onChange={(by) => useExposing.setState({ by })}
          popupMatchSelectWidth={false}
        />
        <span className="quiet">hold</span>
        <Hold name="depth" label="depth" />
        <Hold name="backdrop" label="backdrop" />
        <Typed name="recycle" label="ready" unit="s" wrong={recycle === undefined ? "0.05 to 30 s" : ""} />
        <Typed name="comfort" label="eyes" unit="lx s" wrong={comfort === undefined ? "1 to 1000000 lx s" : ""} />
      </div>
      {!lit ? (
        <p className="facts">No light is on: N adds one.</p>
      ) : made ? (
        <Table made={made} />
      ) : (
        <p className="facts">The meter is being read.</p>
      )}
    </>
  );
}

function Hold({ name, label }: { name: "depth" | "backdrop"; label: string }) {
  const on = useExposing((s) => s[name]);
  return (
    <button type="button" className="plain chip" aria-pressed={on} onClick={() => useExposing.setState({ [name]: !on })}>
      {label}
    </button>
  );
}

function Typed({ name, label, unit, wrong }: { name: "recycle" | "comfort"; label: string; unit: string; wrong: string }) {
  const text = useExposing((s) => s[name]);
  return (
    <label className={wrong ? "wrong" : ""}>
      {label}{" "}
      <input
        className="figures"
        size={4}
        placeholder="any"
        aria-label={`${label}, ${unit}`}
        aria-invalid={Boolean(wrong)}
        value={text}
        onChange={(event) => useExposing.setState({ [name]: event.target.value })}
      />{" "}
      {unit}
      {wrong && <span role="alert"> Accepted: {wrong}</span>}
    </label>
  );
}

function Table({ made }: { made: Outputs }) {
  const previewed = useFrame((s) => s.preview?.text);
  const [order, setOrder] = useState(false);
  return (
    <>
      <p className="verdict">
        {made.too_bright
          ? "Room light alone is over what is wanted: a shorter time, or less of it."
          : made.fits
            ? made.same
              ? "Every light is set for this camera."
              : "Every dial reaches it."
            : "A dial ends before it is reached."}{" "}
        Disc to the key then reads <span className="figures">{made.disc}</span>.
      </p>
      <p className="pulls">
        {!made.same && (
          <button type="button" className="plain go" aria-pressed={previewed === made.answer.text} onClick={() => preview(made.answer)}>
            Preview the outputs
          </button>
        )}
        <button type="button" className="plain" onClick={() => setOrder(true)}>
          Order of setting
        </button>
      </p>
      {made.ways_out.length > 0 && (
        <ul className="findings ways" aria-label="Ways out">
          {made.ways_out.map((way) => (
            <li key={way.text}>
              <button type="button" className="plain" aria-pressed={previewed === way.text} onClick={() => preview(way)}>
                Preview: {way.text}, outputs set anew
              </button>
            </li>
          ))}
        </ul>
      )}
      <table className="outputs">
        <thead>
          <tr>
            <th>light</th>
            <th>now</th>
            <th>set to</th>
            <th>to key</th>
            <th>alone</th>
            <th>ready</th>
          </tr>
        </thead>
        <tbody>
          {made.lights.map((k) => (
            <Row key={k.name} light={k} />
          ))}
        </tbody>
      </table>
      <OrderSheet of={made.answer.set} open={order} onClose={() => setOrder(false)} />
    </>
  );
}

function Row({ light }: { light: LightOutput }) {
  const changed = light.before !== light.setting;
  return (
    <>
      <tr className={light.cannot ? "short" : ""}>
        <td>
          <b className="letter">{light.letter}</b> {light.name}
        </td>
        <td className="figures">{light.before}</td>
        <td className={`figures${changed ? " new" : ""}`}>{light.follows ? light.setting : "stays"}</td>
        <td className="figures">{Math.abs(light.to_key) < 0.05 ? "key" : signed(light.to_key)}</td>
        <td className="figures">{light.aperture}</td>
        <td className="figures">{light.recycle ? `${light.recycle.toFixed(1)} s` : ""}</td>
      </tr>
      {light.cannot && (
        <tr>
          <td className="cannot" colSpan={6}>
            {light.cannot}
          </td>
        </tr>
      )}
    </>
  );
}
