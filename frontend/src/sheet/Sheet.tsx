import { useEffect, useState } from "react";
import { choose } from "../bench/actions";
import { useBench } from "../bench/store";
import { Choices, LensChoice, ModifierSwap } from "../gear/Choices";
import "../gear/gear.css";
import { ROLES, RoleShape } from "../gear/roles";
import { ThingActions } from "../gear/ThingActions";
import { IDEAS, Ideas } from "../ideas/Ideas";
import { KeyPanel } from "../key/KeyPanel";
import { Framings } from "../steps/Framings";
import { Findings } from "../steps/Findings";
import { ValueField } from "./ValueField";
import { WhoSits } from "./WhoSits";
import "./sheet.css";

const FIXED = [
  { id: "sitter", letter: "S", name: "sitter" },
  { id: "camera", letter: "C", name: "camera" },
  { id: "backdrop", letter: "B", name: "backdrop" },
  { id: "room", letter: "R", name: "room" },
];
const STEP_THINGS = ["look", ...FIXED.map((t) => t.id)];
const TAB_NAMES: Record<string, string> = { place: "values", tones: "surfaces", worn: "skin and cloth" };
const PARTS = ["place", "source", "modifier"] as const;

function ThingChip({ id, letter, name, role, off, short }: { id: string; letter: string; name: string; role?: string; off?: boolean; short?: boolean }) {
  const chosen = useBench((s) => s.thing === id);
  return (
    <button type="button" className={`plain${off ? " off" : ""}${short ? " short" : ""}`} aria-pressed={chosen} aria-label={`${letter} ${name}`} title={name} onClick={() => choose(id)}>
      {role && <RoleShape role={role} />} <b className="figures">{letter}</b> <span className="name">{name}</span>
    </button>
  );
}

/** The chosen thing's values, to be typed or chosen. */
export function Sheet() {
  const scene = useBench((s) => s.scene);
  const thing = useBench((s) => s.thing);
  const [part, setPart] = useState<(typeof PARTS)[number]>("place");
  const [tab, setTab] = useState("place");
  const lights = (scene?.drawing.lights ?? []).map((light, i) => ({ ...light, id: `lights.${i}` }));
  const ordered = ROLES.flatMap((role) => lights.filter((light) => light.role === role));
  const isLight = thing.startsWith("lights.");
  const step = useBench((s) => s.step);
  const found = useBench((s) => s.found);
  const isStep = STEP_THINGS.includes(thing);
  const isGear = /^(lights|panels|furniture|doors)\./.test(thing);
  useEffect(() => {
    if (!isLight) {
      setPart("place");
    }
  }, [isLight]);
  const inCamera = new Set(scene?.exposure.map((v) => v.field));
  const groups = [...new Set([...(scene?.values ?? []), ...(scene?.choices ?? [])].map((v) => v.group)), ...(thing === "look" ? [IDEAS] : [])];
  const stepPart = groups.includes(tab) ? tab : "place";
  const showIdeas = thing === "look" && !found && stepPart === IDEAS;
  const shown = (group: string) => (isLight ? group === part : !isStep || group === stepPart);
  function showPart(group: string) {
    setTab(group);
    useBench.setState({ found: false });
  }
  return (
    <section className="sheet" aria-label="Values of the chosen thing">
      <div className="things" role="group" aria-label="Choose a thing">
        {ordered.map((light) => (
          <ThingChip key={light.id} id={light.id} letter={light.letter} name={light.name} role={light.role} off={!light.on} short={lights.length > 4} />
        ))}
        {scene?.drawing.panels.map((panel, i) => (
          <ThingChip key={`panels.${i}`} id={`panels.${i}`} letter={panel.letter} name={panel.name} off={!panel.on} short />
        ))}
        {scene?.drawing.furniture.map((piece, i) => (
          <ThingChip key={`furniture.${i}`} id={`furniture.${i}`} letter={piece.letter} name={piece.name} short />
        ))}
        {scene?.drawing.doors.map((door, i) => (
          <ThingChip key={`doors.${i}`} id={`doors.${i}`} letter={door.letter} name={door.name} short />
        ))}
        <button type="button" className="plain add" onClick={() => useBench.setState({ picking: true })}>
          <b>+</b> Add
        </button>
        <span className="fixed">
          {FIXED.map((t) => (
            <ThingChip key={t.id} {...t} short={ordered.length + (scene ? scene.drawing.panels.length + scene.drawing.furniture.length + scene.drawing.doors.length : 0) > 2} />
          ))}
        </span>
      </div>
      {scene && scene.warnings.length > 0 && (
        <p className="warnings" role="status">
          {scene.warnings.join(" · ")}
        </p>
      )}
      {step === "key" && <KeyPanel />}
      {isGear && step !== "key" && (
        <div className="part">
          {isLight && (
            <div className="tabs" role="tablist" aria-label="Part of the light">
              {PARTS.map((p) => (
                <button key={p} type="button" role="tab" className="plain" aria-selected={part === p} onClick={() => setPart(p)}>
                  {p}
                </button>
              ))}
            </div>
          )}
          <ThingActions thing={thing} />
        </div>
      )}
      {isStep && step !== "key" && (
        <div className="part">
          <div className="tabs" role="tablist" aria-label="Part of the step">
            <button type="button" role="tab" className="plain" aria-selected={found} onClick={() => useBench.setState({ found: true })}>
              found
            </button>
            {groups.map((group) => (
              <button key={group} type="button" role="tab" className="plain" aria-selected={!found && stepPart === group} onClick={() => showPart(group)}>
                {group === "place" && thing === "look" ? "aims" : TAB_NAMES[group] ?? group}
              </button>
            ))}
          </div>
          {thing === "camera" && <Framings />}
          {thing === "sitter" && <WhoSits />}
        </div>
      )}
      {step === "key" ? null : showIdeas ? (
        <Ideas />
      ) : isStep && found ? (
        <Findings thing={thing} />
      ) : (
        <div className={`values${isGear || isStep ? " gear" : ""}`}>
          {isLight && part === "modifier" && <ModifierSwap thing={thing} />}
          {scene?.values.filter((v) => !inCamera.has(v.field) && shown(v.group)).map((value) => <ValueField key={value.field} value={value} />)}
          {scene && <Choices choices={scene.choices.filter((c) => shown(c.group) && !c.field.endsWith(".on"))} />}
          {isLight && part === "source" && <p className="facts">{scene?.facts.join(" · ")}</p>}
          {thing === "camera" && stepPart === "place" && <LensChoice />}
          {thing === "look" && !scene?.values.length && (
            <p className="facts">A look says what the picture is for. Choose it, and what it aims at stands on the Ladder; every aim can be changed.</p>
          )}
        </div>
      )}
    </section>
  );
}
