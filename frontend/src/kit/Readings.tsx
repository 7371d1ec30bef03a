import { Button, InputNumber, Select } from "antd";
import { useState } from "react";
import { inWords, type KitAnswer, type Problem } from "../server/client";
import type { Item } from "./parts";

interface Reading {
  modifier: string;
  output: number;
  distance: number;
  aperture: number;
  receptor: "dome" | "flat";
  sensitivity: number;
  time: number;
}

const FIRST: Reading = { modifier: "", output: 0, distance: 2, aperture: 8, receptor: "dome", sensitivity: 100, time: 0.01 };

interface Props {
  answer: KitAnswer;
  item: Item;
  where: string;
  problems: Problem[];
  onChange: (item: Item) => void;
}

/** What the photographer's own meter read of a source, beside what the table gives. */
export function Readings({ answer, item, where, problems, onChange }: Props) {
  const [next, setNext] = useState<Reading>(FIRST);
  const readings = (item.readings ?? []) as Reading[];
  const trims = answer.trims.filter((t) => t.source === item.name);
  const wrong = inWords(problems.filter((p) => p.field.startsWith(`kit.${where}.readings`)));
  const timed = answer.items.some((i) => i.part === "sources" && i.name === item.name && i.timed);
  return (
    <section className="readings" aria-label="What I read">
      <h3>What I read</h3>
      {readings.length === 0 && (
        <p className="hint">
          Hold the meter before the bare light, away from walls, and write down what it shows. The light is trimmed by it from then on.
        </p>
      )}
      <table>
        <thead>
          <tr>
            <th>modifier</th>
            <th>output</th>
            <th>distance</th>
            <th>read</th>
            <th>table</th>
            <th>trim</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {readings.map((reading, i) => (
            <tr key={i}>
              <td>{reading.modifier || "bare"}</td>
              <td className="figures">{reading.output.toFixed(1)}</td>
              <td className="figures">{(reading.distance * 100).toFixed(0)} cm</td>
              <td className="figures">
                {trims[i]?.read ?? `f/${reading.aperture}`} {reading.receptor}
              </td>
              <td className="figures">{trims[i]?.table ?? "–"}</td>
              <td className="figures trim">{trims[i]?.trim ?? "–"}</td>
              <td>
                <button type="button" className="plain" onClick={() => onChange({ ...item, readings: readings.filter((_, j) => j !== i) })}>
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="add-reading">
        <Select
          aria-label="Modifier that was on"
          value={next.modifier}
          options={[{ value: "", label: "bare" }, ...(answer.kit.modifiers ?? []).map((m) => ({ value: m.name, label: m.name }))]}
          onChange={(modifier) => setNext({ ...next, modifier })}
        />
        <InputNumber
          aria-label="Output, stops under full"
          prefix="output"
          value={next.output}
          step={0.3333}
          precision={2}
          onChange={(v) => setNext({ ...next, output: v ?? 0 })}
        />
        <InputNumber
          aria-label="Distance, m"
          prefix="at"
          suffix="m"
          value={next.distance}
          step={0.1}
          onChange={(v) => setNext({ ...next, distance: v ?? 1 })}
        />
        <InputNumber
          aria-label="Meter showed, f-number"
          prefix="f/"
          value={next.aperture}
          onChange={(v) => setNext({ ...next, aperture: v ?? 8 })}
        />
        <InputNumber
          aria-label="ISO"
          prefix="ISO"
          value={next.sensitivity}
          controls={false}
          onChange={(v) => setNext({ ...next, sensitivity: v ?? 100 })}
        />
        {timed && (
          <InputNumber
            aria-label="Time, s"
            suffix="s"
            value={next.time}
            controls={false}
            onChange={(v) => setNext({ ...next, time: v ?? 0.01 })}
          />
        )}
        <Select
          aria-label="Receptor"
          value={next.receptor}
          options={[
            { value: "dome", label: "dome" },
            { value: "flat", label: "flat" },
          ]}
          onChange={(receptor) => setNext({ ...next, receptor })}
        />
        <Button onClick={() => onChange({ ...item, readings: [...readings, next] })}>Put in</Button>
      </div>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
    </section>
  );
}
