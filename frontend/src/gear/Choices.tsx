import { Select } from "antd";
import { useEffect, useState } from "react";
import { chooseOption, swapModifier } from "../bench/actions";
import { useBench } from "../bench/store";
import { type Choice, inWords } from "../server/client";
import { usePicks } from "./usePicks";

function Chooser({ label, value, options, onChoose }: { label: string; value: string; options: { value: string; label: string }[]; onChoose: (option: string) => Promise<string> }) {
  const [wrong, setWrong] = useState("");
  useEffect(() => setWrong(""), [value]);
  return (
    <div className={`value chosen-of${wrong ? " refused" : ""}`}>
      <label>{label}</label>
      <Select
        size="small"
        variant="underlined"
        value={value}
        options={options}
        aria-label={label}
        popupMatchSelectWidth={false}
        showSearch={options.length > 8}
        onChange={(option) => void onChoose(option).then(setWrong)}
      />
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
    </div>
  );
}

/** Values that are chosen from a short list. */
export function Choices({ choices }: { choices: Choice[] }) {
  return choices.map((choice) => (
    <Chooser
      key={choice.field}
      label={choice.label}
      value={choice.chosen}
      options={choice.options.map((o) => ({ value: o, label: o }))}
      onChoose={async (option) => inWords(await chooseOption(choice.field, option))}
    />
  ));
}

/** Another modifier on the light, at the same place. */
export function ModifierSwap({ thing }: { thing: string }) {
  const picks = usePicks();
  const light = useBench((s) => s.set?.lights[Number(thing.slice(7))]);
  if (!light) {
    return null;
  }
  const source = picks.find((p) => p.part === "sources" && p.kind === light.source?.kind);
  const fitting = picks.filter((p) => p.part === "modifiers" && (source?.fits.includes(p.kind) ?? true));
  const now = light.modifier_item || light.modifier.kind || "bare";
  return (
    <Chooser
      label="modifier"
      value={now}
      options={fitting.map((p) => ({ value: p.name, label: p.owned ? p.name : `${p.name} (not owned)` }))}
      onChoose={async (name) => inWords(await swapModifier(thing, name))}
    />
  );
}
