import { Input, InputNumber, Select } from "antd";
import { Link } from "react-router";
import type { LookPlan, PlannedLook, Sitting } from "../server/client";
import { useShelf } from "./Looks";
import { Tick } from "./Tick";

interface Props {
  sitting: Sitting;
  look: PlannedLook;
  /** Whether it is set up in an empty room. */
  first: boolean;
  /** The set that stands before it; empty for none. */
  before: string;
  onChange: (to: Partial<Sitting>) => void;
}

/** What one look needs: the changes to it, the list before the first frame, its own settings. */
export function LookDetails({ sitting, look, first, before, onChange }: Props) {
  const shelf = useShelf();
  const looks = sitting.looks ?? [];
  const mine = looks[look.look];
  const put = (to: Partial<LookPlan>) => onChange({ looks: looks.map((k, i) => (i === look.look ? { ...k, ...to } : k)) });
  if (!mine) {
    return null;
  }
  return (
    <div className="look-details">
      <div>
        <h2>
          <Link to={`/set/${mine.set_id}`}>{mine.name}</Link>{" "}
          <span className="figures caption">
            {look.ready} to {look.ends}
          </span>
        </h2>
        {before && (
          <p>
            <Link to={`/set/${mine.set_id}/plan?before=${before}`}>Plan this look from the one before, with the fewest moves</Link>
          </p>
        )}
        {look.parts.map((part, n) => (
          <div key={part.set_id}>
            <h3>
              {n === 0
                ? look.begins === look.ready
                  ? "Nothing to change"
                  : first
                    ? "To set up"
                    : "To change"
                : `Variant: ${part.set_name}`}{" "}
              <span className="figures">{part.minutes ? `${part.minutes.toFixed(0)} min` : ""}</span>
            </h3>
            <ol className="changes">
              {part.changes.map((k) => (
                <li key={k.text}>{k.text}</li>
              ))}
            </ol>
          </div>
        ))}
      </div>
      <div>
        <h2>Before the first frame</h2>
        <ul className="checks">
          {look.checks.map((k) => (
            <li key={k}>
              <Tick of={mine.name} text={k} />
            </li>
          ))}
        </ul>
      </div>
      <div className="look-settings">
        <label>
          Name
          <Input value={mine.name} maxLength={80} onChange={(e) => put({ name: e.target.value })} />
        </label>
        <label>
          Wardrobe
          <Input value={mine.wardrobe} maxLength={120} onChange={(e) => put({ wardrobe: e.target.value })} />
        </label>
        <label>
          With the camera, min
          <InputNumber min={0} max={240} value={mine.minutes ?? 15} onChange={(v) => put({ minutes: v ?? 0 })} />
        </label>
        <label>
          Frames
          <InputNumber min={1} max={2000} value={mine.frames ?? 40} onChange={(v) => v && put({ frames: v })} />
        </label>
        <label>
          Comes
          <Select
            value={mine.first ? "first" : mine.last ? "last" : "any"}
            options={[
              { value: "any", label: "when it fits" },
              { value: "first", label: "first: fresh make-up, children" },
              { value: "last", label: "last: paper that is walked on" },
            ]}
            onChange={(value) => put({ first: value === "first", last: value === "last" })}
          />
        </label>
        <label>
          After
          <Select
            mode="multiple"
            value={[...(mine.after ?? [])]}
            options={looks.filter((k) => k.name !== mine.name).map((k) => ({ value: k.name, label: k.name }))}
            onChange={(value: string[]) => put({ after: value })}
            placeholder="no other look"
          />
        </label>
        <label className="wide">
          Variants: more pictures of this light
          <Select
            mode="multiple"
            value={[...(mine.variants ?? [])]}
            options={shelf.filter((k) => k.id !== mine.set_id).map((k) => ({ value: k.id, label: k.name }))}
            onChange={(value: string[]) => put({ variants: value.slice(0, 11) })}
            placeholder="none"
            optionFilterProp="label"
          />
        </label>
        <label className="wide">
          Note
          <Input.TextArea value={mine.note} rows={2} maxLength={500} onChange={(e) => put({ note: e.target.value })} />
        </label>
      </div>
    </div>
  );
}
