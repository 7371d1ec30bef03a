import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { type Device, type Devices, inWords, problemsIn, server, type Unit } from "../server/client";
import { queries } from "../server/queries";
import { HomeNetwork } from "./HomeNetwork";
import "../kit/kit.css";
import "./devices.css";

const KEY = ["devices"];
const AGAIN = 4000; // ms after which the devices are looked at again
const WHAT: Record<Device["kind"], string> = {
  camera: "Takes settings, focuses, fires, writes JPEG and raw.",
  trigger: "Sets and fires the flashes by channel and group.",
  "hand meter": "Shows tenths, with an error of its own.",
};

/** Where camera, trigger and hand meter answer, and what is set at each flash itself. */
export function DevicesPage() {
  const [wrong, setWrong] = useState("");
  const looked = useQuery({
    queryKey: KEY,
    refetchInterval: AGAIN,
    queryFn: async () => (await server.GET("/api/devices")).data ?? null,
  }).data;
  useEffect(() => {
    document.title = "Devices · Deep Amber";
  }, []);

  function take({ data, error }: { data?: Devices | undefined; error?: unknown }) {
    setWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      queries.setQueryData(KEY, data);
    }
  }

  return (
    <main className="kit devices">
      <header>
        <h1>
          <Link to="/shelf">Deep Amber</Link> <span>Devices</span>
        </h1>
        <nav>
          <Link to="/sittings">Sittings</Link>
          <Link to="/log">Log</Link>
          <Link to="/kit">Kit</Link>
          <Link to="/shelf">Shelf</Link>
        </nav>
      </header>
      <div className="device-list">
        {wrong && (
          <p className="wrong" role="alert">
            {wrong}
          </p>
        )}
        {looked?.devices.map((k) => (
          <One key={k.kind} device={k} onTaken={take} />
        ))}
        {looked && looked.units.length > 0 && <Flashes units={looked.units} channel={looked.channel} onTaken={take} />}
        <HomeNetwork />
        <p className="caption">
          Stand-ins play camera, trigger and meter on this machine, so that everything can be tried without them. A real device's driver
          answers at an address in the same language: docs/devices.md.
        </p>
      </div>
    </main>
  );
}

type Taken = (answer: { data?: Devices | undefined; error?: unknown }) => void;

function One({ device, onTaken }: { device: Device; onTaken: Taken }) {
  const [typed, setTyped] = useState<string | null>(null);
  const put = async (more: Partial<Pick<Device, "address" | "on">>) => {
    const body = { kind: device.kind, address: device.address, on: device.on, ...more };
    onTaken(await server.PUT("/api/devices", { body }).catch(() => ({ error: null })));
  };
  return (
    <section className="device" aria-label={device.kind}>
      <h2>{device.kind}</h2>
      <p className={device.answers ? "answers" : "silent"} role="status">
        {device.answers ? "answers" : "does not answer"}: {device.told}
      </p>
      <p className="caption">{WHAT[device.kind]}</p>
      <label>
        address{" "}
        <input
          className="figures"
          aria-label={`Address of the ${device.kind}`}
          placeholder="the stand-in of this program"
          size={26}
          value={typed ?? device.address}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={() => {
            if (typed !== null && typed.trim() !== device.address) {
              void put({ address: typed.trim() });
            }
            setTyped(null);
          }}
        />
      </label>
      <button type="button" className="plain chip" aria-pressed={device.on} onClick={() => void put({ on: !device.on })}>
        {device.on ? "on" : "off"}
      </button>
    </section>
  );
}

function Flashes({ units, channel, onTaken }: { units: Unit[]; channel: number; onTaken: Taken }) {
  const put = async (name: string, more: Partial<Pick<Unit, "group" | "channel" | "modelling" | "battery">>) => {
    const body = { name, group: null, channel: null, modelling: null, battery: null, ...more };
    onTaken(await server.PUT("/api/devices/unit", { body }).catch(() => ({ error: null })));
  };
  return (
    <section className="device" aria-label="Flashes">
      <h2>Flashes, as they are set at the units</h2>
      <p className="caption">The camera's trigger fires channel {channel}.</p>
      <table>
        <thead>
          <tr>
            <th>flash</th>
            <th>output</th>
            <th>channel</th>
            <th>group</th>
            <th>modelling lamp</th>
            <th>power</th>
          </tr>
        </thead>
        <tbody>
          {units.map((k) => (
            <tr key={k.name}>
              <td>{k.name}</td>
              <td className="figures">{k.setting}</td>
              <td>
                <Stepped
                  label={`Channel of the ${k.name}`}
                  value={k.channel}
                  onStep={(by) => void put(k.name, { channel: k.channel + by })}
                />
              </td>
              <td>
                <Stepped label={`Group of the ${k.name}`} value={k.group} onStep={(by) => void put(k.name, { group: k.group + by })} />
              </td>
              <td>
                <button
                  type="button"
                  className="plain chip"
                  aria-pressed={k.modelling}
                  onClick={() => void put(k.name, { modelling: !k.modelling })}
                >
                  {k.modelling ? "on" : "off"}
                </button>
              </td>
              <td>
                <button
                  type="button"
                  className="plain chip"
                  aria-pressed={!k.on_mains && k.battery <= 0}
                  onClick={() => void put(k.name, { battery: !k.on_mains && k.battery <= 0 ? 1 : 0 })}
                >
                  {k.on_mains ? "mains" : k.battery > 0 ? `battery ${(k.battery * 100).toFixed(0)} %` : "battery empty"}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Stepped({ label, value, onStep }: { label: string; value: number; onStep: (by: number) => void }) {
  return (
    <span className="stepped" role="group" aria-label={label}>
      <button type="button" className="plain" aria-label={`${label} down`} disabled={value <= 1} onClick={() => onStep(-1)}>
        −
      </button>
      <span className="figures">{value}</span>
      <button type="button" className="plain" aria-label={`${label} up`} onClick={() => onStep(1)}>
        +
      </button>
    </span>
  );
}
