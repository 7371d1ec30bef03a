import { Checkbox, InputNumber, Segmented } from "antd";
import type { Limits } from "../server/client";

const MANY = 8;
const TOLD = [
  ["boom", "A boom", true],
  ["behind", "Gear behind the sitter", true],
  ["floor", "The sitter sits on the floor", false],
  ["doors", "Doors are kept clear", false],
] as const;

/** What a plan has to keep to. */
export function LimitsAsked({ limits, onLimits }: { limits: Limits; onLimits: (limits: Limits) => void }) {
  return (
    <section className="limits" aria-label="Limits">
      <label>
        lights
        <Segmented
          size="small"
          value={limits.lights}
          options={[1, 2, 3, 4].map((n) => ({ value: n, label: String(n) })).concat([{ value: MANY, label: "any" }])}
          onChange={(lights) => onLimits({ ...limits, lights: Number(lights) })}
        />
      </label>
      {TOLD.map(([key, label]) => (
        <Checkbox key={key} checked={limits[key]} onChange={(e) => onLimits({ ...limits, [key]: e.target.checked })}>
          {label}
        </Checkbox>
      ))}
      <label>
        width, m
        <InputNumber
          size="small"
          min={0.8}
          max={20}
          step={0.1}
          value={limits.across}
          placeholder="the room's"
          title="Everything has to stand within this width, camera-left to camera-right"
          onChange={(across) => onLimits({ ...limits, across: across ?? null })}
        />
      </label>
    </section>
  );
}
