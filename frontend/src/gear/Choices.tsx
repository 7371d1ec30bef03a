import { useQuery } from "@tanstack/react-query";
import { Select } from "antd";
import { useEffect, useState } from "react";
import { chooseOption, putLensOn, swapModifier } from "../bench/changes";
import { useBench } from "../bench/store";
import { type Choice, inWords, type Pick, server } from "../server/client";
import { usePicks } from "./usePicks";

const ROOM = 16; // characters that a column has room for

type Option = { value: string; label: string } | { label: string; options: { value: string; label: string }[] };

function Chooser({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: Option[];
  onChoose: (option: string) => Promise<string>;
}) {
  const [wrong, setWrong] = useState("");
  useEffect(() => setWrong(""), [value]);
  return (
    <div className={`value chosen-of${wrong ? " refused" : ""}${value.length > ROOM ? " wide" : ""}`}>
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

const NONE: string[] = [];

/** Another modifier on the light, at the same place. */
export function ModifierSwap({ index }: { index: number }) {
  const picks = usePicks();
  const fits = useBench((s) => s.scene?.fits ?? NONE);
  const light = useBench((s) => s.set?.lights[index]);
  if (!light) {
    return null;
  }
  const now = light.modifier_item || (light.modifier.kind ?? "bare").replace("_", " ");
  const named = (list: Pick[]) => list.map((p) => ({ value: p.name, label: p.name }));
  const fitting = picks.filter((p) => p.part === "modifiers" && fits.includes(p.kind));
  return (
    <Chooser
      label="modifier"
      value={now}
      options={[...named(fitting.filter((p) => p.owned)), { label: "common gear", options: named(fitting.filter((p) => !p.owned)) }]}
      onChoose={async (name) => inWords(await swapModifier(`lights.${index}`, name))}
    />
  );
}

const ANY = "any focal length";

/** Another lens of the kit on the camera. */
export function LensChoice() {
  const lens = useBench((s) => s.set?.camera.lens);
  const known = useQuery({ queryKey: ["lenses"], queryFn: async () => (await server.GET("/api/lenses")).data });
  const names = [ANY, ...(known.data?.lenses.map((k) => k.name) ?? [])];
  return (
    <Chooser
      label="lens"
      value={lens?.name ?? ANY}
      options={names.map((name) => ({ value: name, label: name }))}
      onChoose={async (name) => inWords(await putLensOn(name === ANY ? "" : name))}
    />
  );
}
