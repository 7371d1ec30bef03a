import { App } from "antd";
import { useRef } from "react";
import { chooseOption, editThing, lookAlone, measuredBeam } from "../bench/actions";
import { useBench } from "../bench/store";
import { FileInput } from "../look/FileInput";
import { inWords, type Problem } from "../server/client";

/** What can be done with the chosen light, panel, furniture or door as a whole. */
export function ThingActions({ thing }: { thing: string }) {
  const { message } = App.useApp();
  const solo = useBench((s) => s.solo);
  const on = useBench((s) => s.scene?.choices.find((c) => c.field === `${thing}.on`)?.chosen === "yes");
  const bare = useBench((s) => thing.startsWith("lights.") && s.scene?.drawing.lights[Number(thing.slice(7))]?.modifier === "bare");
  const file = useRef<HTMLInputElement>(null);
  const light = thing.startsWith("lights.");
  const gear = light || thing.startsWith("panels.");
  const index = Number(thing.split(".")[1]);

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
      {light && (
        <button type="button" className="plain" aria-pressed={solo === index} onClick={() => lookAlone(index)}>
          Alone
        </button>
      )}
      {gear && (
        <>
          <button type="button" className="plain" onClick={() => void said(editThing(thing, "mirror"))} title="To the other side of the sitter">
            Mirror
          </button>
          <button type="button" className="plain" onClick={() => void said(editThing(thing, "copy"))}>
            Copy
          </button>
        </>
      )}
      {light && (
        <button type="button" className="plain" onClick={() => void said(editThing(thing, "board"))} title="A white board here, the light turned to it">
          Board
        </button>
      )}
      {light && bare && (
        <>
          <button type="button" className="plain" onClick={() => file.current?.click()} title="A photometric file (LM-63) in place of its own beam">
            Beam
          </button>
          <FileInput
            input={file}
            accept=".ies,text/plain"
            label="Photometric file"
            onFile={(chosen) => void chosen.text().then((text) => said(measuredBeam(thing, chosen.name, text)))}
          />
        </>
      )}
      <button type="button" className="plain" onClick={() => void said(editThing(thing, "remove"))}>
        Remove
      </button>
    </div>
  );
}
