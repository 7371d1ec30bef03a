import { Segmented, Select } from "antd";
import { signed } from "../ladder/signed";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import { inWords, problemsIn, server } from "../server/client";
import { Dome } from "./Dome";
import { HELD_AT, type Kept, MOST_KEPT, takeUp, useMeter } from "./store";
import { useSeen } from "../frame/useSettled";
import "./meter.css";

const OF = [
  { value: "both", label: "all light" },
  { value: "flash", label: "flash" },
  { value: "room", label: "room" },
] as const;
const TURNED: Record<string, string> = { key: "to the key", lens: "to the lens", out: "straight out", aim: "turned by hand" };
const RECEPTORS = [
  { value: "dome", label: "dome" },
  { value: "flat", label: "flat disc" },
  { value: "spot", label: "spot" },
] as const;

/** The meter in the hand: what it shows, which part of its dome each light reaches, readings that are kept. */
export function MeterPanel() {
  const inHand = useMeter((s) => s.inHand);
  if (!inHand) {
    return (
      <div className="not-in-hand">
        <button type="button" className="plain go" onClick={() => takeUp(true)}>
          Take up the meter <span className="figures">Shift H</span>
        </button>
        <p className="facts">It is held before the face, and pulled anywhere on Floor and Side.</p>
      </div>
    );
  }
  return <InHand />;
}

function InHand() {
  const meter = useMeter();
  const lights = useSeen()?.lights ?? [];
  const { reading, receptor } = meter;
  const towards = [
    { value: "key", label: "to the key" },
    { value: "lens", label: "to the lens" },
    { value: "out", label: "straight out" },
    ...lights
      .map((k, i) => ({ value: `lights.${i}`, label: `to ${k.name ?? ""}`, on: k.on ?? true }))
      .filter((k) => k.on && k.label !== "to key"),
    ...(meter.aim ? [{ value: "aim", label: "where it was turned" }] : []),
  ];
  const where = [...HELD_AT, ...(meter.at ? [] : [{ value: "pulled", label: "where it was pulled" }])];
  return (
    <div className="meter-view">
      <div className="meter-set">
        <Segmented
          size="small"
          aria-label="Receptor"
          value={receptor}
          options={[...RECEPTORS]}
          onChange={(value) => useMeter.setState({ receptor: value, spot: null })}
        />
        {receptor !== "spot" && (
          <>
            <Select
              size="small"
              aria-label="Held at"
              value={(meter.at ?? "pulled") as string}
              options={where}
              onChange={(value) => {
                const at = HELD_AT.find((k) => k.value === value)?.value;
                if (at) {
                  useMeter.setState({ at, place: null });
                }
              }}
            />
            <Select
              size="small"
              aria-label="Turned"
              value={meter.toward}
              options={towards}
              onChange={(toward) => useMeter.setState({ toward })}
            />
            <Select
              size="small"
              aria-label="Lights read"
              value={meter.alone ?? -1}
              options={[
                { value: -1, label: "all lights" },
                ...lights.map((k, i) => ({ value: i, label: `${k.name ?? ""} alone`, disabled: !(k.on ?? true) })),
              ]}
              onChange={(value) => useMeter.setState({ alone: value < 0 ? null : value })}
            />
          </>
        )}
      </div>
      {meter.wrong && (
        <p className="wrong" role="alert">
          {meter.wrong}
        </p>
      )}
      {receptor === "spot" ? <SpotShown /> : reading && <Shown />}
      <KeptList />
    </div>
  );
}

function Shown() {
  const { reading, of, receptor, byHand } = useMeter();
  if (!reading) {
    return null;
  }
  const shown = of === "flash" ? reading.flash : of === "room" ? reading.room : reading.shown;
  return (
    <div className="meter-shown">
      <Dome lights={reading.lights} flat={receptor === "flat"} />
      <div className="meter-words">
        <output className="figures huge" aria-label="The meter shows">
          {shown}
        </output>
        <Segmented size="small" value={of} options={[...OF]} onChange={(value) => useMeter.setState({ of: value })} />
        <p>
          <span className="figures">{signed(reading.over)}</span> to the camera; flash{" "}
          <span className="figures">{(reading.flash_share * 100).toFixed(0)} %</span>
        </p>
        {byHand && (
          <p role="status" className="by-hand">
            {byHand}
          </p>
        )}
        <button type="button" className="plain go" onClick={keep}>
          Keep
        </button>{" "}
        <button type="button" className="plain" title="With the hand meter of the page Devices" onClick={() => void readByHand()}>
          Read it
        </button>{" "}
        <button type="button" className="plain" onClick={() => takeUp(false)}>
          Put it down
        </button>
      </div>
      <table className="at-meter">
        <tbody>
          {reading.lights.map((k) => (
            <tr key={k.name}>
              <td className="named" title={k.name}>
                <b className="letter">{k.letter}</b> {k.name}
              </td>
              <td className="figures">{k.aperture}</td>
              <td className="figures">{signed(k.to_first)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Asks the hand meter for what it shows there. */
async function readByHand() {
  const { at, place, toward, aim, receptor, alone } = useMeter.getState();
  const set = useFrame.getState().preview?.set ?? useBench.getState().set;
  if (!set || receptor === "spot") {
    return;
  }
  const lights = alone === null ? null : [alone];
  const body = { set, viewer: "", at: at ?? null, place, toward, aim, receptor, lights, resting: true };
  const { data, error } = await server.POST("/api/sets/metered", { body }).catch(() => ({ data: undefined, error: null }));
  useMeter.setState({
    byHand: data ? `The hand meter shows ${data.shown}, ${signed(data.off)} of the computed` : inWords(problemsIn(error)),
  });
}

function keep() {
  const { reading, at, toward, of, kept, receptor, alone } = useMeter.getState();
  if (!reading) {
    return;
  }
  const where = HELD_AT.find((k) => k.value === at)?.label ?? "where it was pulled";
  const one: Kept = {
    number: (kept[kept.length - 1]?.number ?? 0) + 1,
    shown: of === "flash" ? reading.flash : of === "room" ? reading.room : reading.shown,
    aperture: reading.aperture,
    where: `${where}${alone === null ? "" : `, ${reading.lights[0]?.name ?? ""} alone`}`,
    toward: `${receptor === "flat" ? "disc" : receptor} ${toward.startsWith("lights.") ? "to a light" : TURNED[toward]}`,
    of,
  };
  useMeter.setState({ kept: [...kept, one].slice(-MOST_KEPT), ratio: "" });
}

function KeptList() {
  const kept = useMeter((s) => s.kept);
  const ratio = useMeter((s) => s.ratio);
  if (!kept.length) {
    return null;
  }
  const last = kept[kept.length - 1];
  async function against(k: Kept) {
    if (!last || k === last) {
      return;
    }
    const { data } = await server.POST("/api/meter/ratio", { body: { first: k.aperture, second: last.aperture } });
    useMeter.setState({
      ratio: data ? `Reading ${k.number} against ${last.number}: ${data.text}, ${signed(data.stops)} stops` : "One of them is dark.",
    });
  }
  return (
    <div className="kept-readings">
      {ratio ? (
        <p role="status" className="ratio-told">
          {ratio}
        </p>
      ) : (
        kept.length > 1 && <p className="quiet">Press one to set it against the last.</p>
      )}
      <ul aria-label="Readings kept">
        {kept.map((k) => (
          <li key={k.number}>
            <button type="button" className="plain" onClick={() => void against(k)} title="Against the last one">
              <b>{k.number}</b> <span className="figures">{k.shown}</span> {k.where}, {k.toward}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function SpotShown() {
  const spot = useMeter((s) => s.spot);
  return spot ? (
    <p className="spot-read">
      <output className="figures huge">{signed(spot.stops)}</output> stops from mid grey, file value{" "}
      <span className="figures">{spot.code}</span>, L* <span className="figures">{spot.lightness.toFixed(0)}</span>
    </p>
  ) : (
    <p className="facts">
      Point at the picture.{" "}
      <button type="button" className="plain" onClick={() => takeUp(false)}>
        Put it down
      </button>
    </p>
  );
}
