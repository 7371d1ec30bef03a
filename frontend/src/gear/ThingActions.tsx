import { App } from "antd";
import { chooseOption, editThing, measuredBeam } from "../bench/changes";
import { lookAlone } from "../bench/choosing";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import { inWords, type Problem } from "../server/client";
import { FileButton } from "../server/FileButton";
import { counted, lightIndex, type Thing } from "../server/things";

/** What can be done with the chosen light, panel, furniture or door as a whole. */
export function ThingActions({ thing }: { thing: Thing }) {
  const { message } = App.useApp();
  const solo = useFrame((s) => s.solo);
  const light = lightIndex(thing);
  const gear = light !== null || counted(thing)?.kind === "panels";
  const on = useBench((s) => s.scene?.choices.find((c) => c.field === `${thing}.on`)?.chosen === "yes");
  const bare = useBench((s) => light !== null && s.scene?.drawing.lights[light]?.modifier === "bare");

  async function said(work: Promise<Problem[]>) {
    const problems = await work;
    if (problems.length) {
      message.error(inWords(problems));
    }
  }

  return (
    <div className="acts" role="group" aria-label="This thing">
      {gear && (
        <button type="button" className="plain" aria-pressed={on} onClick={() => void said(chooseOption(`${thing}.on`, on ? "no" : "yes"))}>
          {on ? "On" : "Off"}
        </button>
      )}
      {light !== null && (
        <button type="button" className="plain" aria-pressed={solo === light} onClick={() => lookAlone(light)}>
          Alone
        </button>
      )}
      {gear && (
        <>
          <button
            type="button"
            className="plain"
            onClick={() => void said(editThing(thing, "mirror"))}
            title="To the other side of the sitter"
          >
            Mirror
          </button>
          <button type="button" className="plain" onClick={() => void said(editThing(thing, "copy"))}>
            Copy
          </button>
        </>
      )}
      {light !== null && (
        <button
          type="button"
          className="plain"
          onClick={() => void said(editThing(thing, "board"))}
          title="A white board here, the light turned to it"
        >
          Board
        </button>
      )}
      {bare && (
        <FileButton
          plain
          accept=".ies,text/plain"
          title="A photometric file (LM-63) in place of its own beam"
          onFile={(chosen) => void chosen.text().then((text) => said(measuredBeam(thing, chosen.name, text)))}
        >
          Beam
        </FileButton>
      )}
      <button type="button" className="plain" onClick={() => void said(editThing(thing, "remove"))}>
        Remove
      </button>
    </div>
  );
}
