import { Input, InputNumber, Select, Switch } from "antd";
import { useId } from "react";
import type { Form, FormField, Problem } from "../server/client";
import { inWords } from "../server/client";
import { at, type Item, put } from "./parts";

function Field({ field, item, onChange, wrong }: { field: FormField; item: Item; onChange: (item: Item) => void; wrong: string }) {
  const id = useId();
  const value = at(item, field.name);
  const status = wrong ? "error" : "";
  return (
    <div className="field">
      <label htmlFor={id}>{field.label}</label>
      {field.kind === "switch" && (
        <Switch id={id} size="small" checked={Boolean(value)} onChange={(v) => onChange(put(item, field.name, v))} />
      )}
      {field.kind === "choice" && (
        <Select
          id={id}
          value={String(value)}
          options={field.options.map((o) => ({ value: o, label: o }))}
          onChange={(v) => onChange(put(item, field.name, v))}
        />
      )}
      {field.kind === "number" && (
        <InputNumber
          id={id}
          status={status}
          controls={false}
          value={Number((value as number).toPrecision(4))}
          onChange={(v) => onChange(put(item, field.name, v ?? 0))}
        />
      )}
      <span className="hint">{wrong || (field.kind === "number" ? `${field.low} to ${field.high}` : "")}</span>
    </div>
  );
}

interface Props {
  form: Form | undefined;
  item: Item;
  /** Where the item stands in the kit, as problems name it. */
  where: string;
  problems: Problem[];
  onChange: (item: Item) => void;
}

/** The figures of one item, to be filled in; what is refused stands at its field. */
export function ItemForm({ form, item, where, problems, onChange }: Props) {
  const wrong = (name: string) => inWords(problems.filter((p) => p.field === `kit.${where}.${name}`));
  const name = useId();
  const quantity = useId();
  return (
    <div className="item-form">
      <div className="field">
        <label htmlFor={name}>name</label>
        <Input
          id={name}
          value={item.name}
          maxLength={60}
          status={wrong("name") ? "error" : ""}
          onChange={(e) => onChange({ ...item, name: e.currentTarget.value })}
        />
        <span className="hint">{wrong("name")}</span>
      </div>
      <div className="field">
        <label htmlFor={quantity}>how many</label>
        <InputNumber
          id={quantity}
          status={wrong("quantity") ? "error" : ""}
          precision={0}
          value={item.quantity ?? 1}
          onChange={(v) => onChange({ ...item, quantity: v ?? 0 })}
        />
        <span className="hint">{wrong("quantity") || "0 to 99"}</span>
      </div>
      {form?.fields.map((field) => (
        <Field key={field.name} field={field} item={item} onChange={onChange} wrong={wrong(field.name)} />
      ))}
    </div>
  );
}
