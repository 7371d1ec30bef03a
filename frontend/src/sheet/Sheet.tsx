import { type ReactNode, useEffect, useState } from "react";
import { useOpen } from "../bench/open";
import { useBench } from "../bench/store";
import { Choices, LensChoice, ModifierSwap } from "../gear/Choices";
import "../gear/gear.css";
import { ThingActions } from "../gear/ThingActions";
import { IDEAS, Ideas } from "../ideas/Ideas";
import { counted, lightIndex } from "../server/things";
import { Poses } from "../sitting/Poses";
import { Findings } from "../steps/Findings";
import { Framings } from "../steps/Framings";
import { instrumentOf } from "../steps/instruments";
import { useStep } from "../steps/useSteps";
import { useWish } from "../wish/store";
import { WishPanel } from "../wish/WishPanel";
import { Parts } from "./Parts";
import { ThingChips } from "./ThingChips";
import { ValueField } from "./ValueField";
import { WhoSits } from "./WhoSits";
import "./sheet.css";

const FINDINGS = "findings";
const TAB_NAMES: Record<string, string> = { place: "values", tones: "surfaces", worn: "skin and cloth" };
const LIGHT_PARTS = ["place", "source", "modifier"];

/** The chosen thing's values, to be typed or chosen; in its place the instruments of a step that has its own. */
export function Sheet() {
  const warnings = useBench((s) => s.scene?.warnings);
  const { Panel } = instrumentOf(useStep()?.instrument);
  const wishing = useWish((s) => s.aims || s.targets.length > 0);
  return (
    <section className="sheet" aria-label="Values of the chosen thing">
      <ThingChips />
      {warnings && warnings.length > 0 && (
        <p className="warnings" role="status">
          {warnings.join(" · ")}
        </p>
      )}
      {wishing ? <WishPanel /> : Panel ? <Panel /> : <Values />}
    </section>
  );
}

function Values() {
  const thing = useBench((s) => s.thing);
  const step = useStep();
  return counted(thing) ? <GearSheet /> : step ? <StepSheet key={step.code} code={step.code} /> : null;
}

/** Values and choices of the chosen thing, of some parts of its sheet. */
function Fields({ shown, children }: { shown: (group: string) => boolean; children?: ReactNode }) {
  const scene = useBench((s) => s.scene);
  const inCamera = new Set(scene?.exposure.map((v) => v.field));
  return (
    <div className="values gear">
      {children}
      {scene?.values
        .filter((v) => !inCamera.has(v.field) && shown(v.group))
        .map((value) => (
          <ValueField key={value.field} value={value} />
        ))}
      {scene && <Choices choices={scene.choices.filter((c) => shown(c.group) && !c.field.endsWith(".on"))} />}
    </div>
  );
}

function GearSheet() {
  const thing = useBench((s) => s.thing);
  const facts = useBench((s) => s.scene?.facts);
  const [part, setPart] = useState("place");
  const light = lightIndex(thing);
  useEffect(() => {
    if (light === null) {
      setPart("place");
    }
  }, [light]);
  const acts = <ThingActions thing={thing} />;
  if (light === null) {
    return (
      <>
        <div className="part">{acts}</div>
        <Fields shown={() => true} />
      </>
    );
  }
  return (
    <Parts parts={LIGHT_PARTS.map((key) => ({ key, label: key }))} open={part} onOpen={setPart} beside={acts}>
      <Fields shown={(group) => group === part}>
        {part === "modifier" && <ModifierSwap index={light} />}
        {part === "source" && <p className="facts">{facts?.join(" · ")}</p>}
      </Fields>
    </Parts>
  );
}

function StepSheet({ code }: { code: string }) {
  const scene = useBench((s) => s.scene);
  const thing = useBench((s) => s.thing);
  const findings = useOpen((s) => s.findings);
  const [tab, setTab] = useState("place");
  const look = thing === "look";
  const found = [...new Set([...(scene?.values ?? []), ...(scene?.choices ?? [])].map((v) => v.group))];
  const groups = [...found, ...(look ? [IDEAS] : [])];
  const part = groups.includes(tab) ? tab : "place";
  const named = (group: string) => (group === "place" && look ? "aims" : (TAB_NAMES[group] ?? group));

  function open(name: string) {
    useOpen.setState({ findings: name === FINDINGS });
    if (name !== FINDINGS) {
      setTab(name);
    }
  }

  const parts = [{ key: FINDINGS, label: FINDINGS }, ...groups.map((group) => ({ key: group, label: named(group) }))];
  const beside = thing === "camera" ? <Framings /> : thing === "sitter" ? <WhoSits /> : undefined;
  return (
    <Parts parts={parts} open={findings ? FINDINGS : part} onOpen={open} beside={beside}>
      {findings ? (
        <Findings step={code} />
      ) : part === IDEAS ? (
        <Ideas />
      ) : (
        <Fields shown={(group) => group === part}>
          {thing === "camera" && part === "place" && <LensChoice />}
          {thing === "sitter" && part === "place" && <Poses />}
          {look && !scene?.values.length && (
            <p className="facts">A look says what the picture is for. Choose it, and its aims stand on the Ladder; each can be changed.</p>
          )}
        </Fields>
      )}
    </Parts>
  );
}
