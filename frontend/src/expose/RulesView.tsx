import { useSettled } from "../frame/useSettled";
import { signed } from "../ladder/signed";
import { type Rules, server } from "../server/client";

const KNOBS: Record<string, string> = { aperture: "aperture", time: "time", sensitivity: "" };

function shown(knob: string, to: number) {
  if (knob === "aperture") {
    return `f/${to}`;
  }
  return knob === "time" ? (to < 0.35 ? `1/${Math.round(1 / to)} s` : `${to} s`) : `ISO ${to}`;
}

/** What changes of gear do here, beside the trade's rule; what a third costs at each knob of the camera. */
export function RulesView() {
  const made = useSettled<Rules>(["rules"], (body, signal) => server.POST("/api/expose/rules", { body, signal })).data;
  if (!made) {
    return <p className="facts">Each change is computed here.</p>;
  }
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>what</th>
            <th>here</th>
            <th>the rule</th>
            <th>holds</th>
          </tr>
        </thead>
        <tbody>
          {made.corrections.map((k) => (
            <tr key={k.text} className={k.holds ? "" : "off-rule"}>
              <td>{k.text}</td>
              <td className="figures">{signed(k.stops)}</td>
              <td className="figures">{k.rule}</td>
              <td>{k.holds ? "yes" : "not here"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <table>
        <thead>
          <tr>
            <th>a third</th>
            <th>flash</th>
            <th>room</th>
            <th>output then</th>
            <th>key ready</th>
            <th>sharp</th>
            <th>shadows</th>
          </tr>
        </thead>
        <tbody>
          {made.thirds.map((k) => (
            <tr key={`${k.knob}${k.to}`}>
              <td>
                {KNOBS[k.knob]} <span className="figures">{shown(k.knob, k.to)}</span>
              </td>
              <td className="figures">{signed(k.flash)}</td>
              <td className="figures">{signed(k.room)}</td>
              <td className="figures">{signed(k.output)}</td>
              <td className="figures">{k.recycle ? `${k.recycle.toFixed(2)} s` : ""}</td>
              <td className="figures">{k.depth < 20 ? `${(k.depth * 100).toFixed(0)} cm` : "all"}</td>
              <td>{Math.abs(k.noise) < 0.02 ? "as before" : k.noise > 0 ? "cleaner" : "noisier"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
