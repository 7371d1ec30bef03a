import { choose } from "../bench/actions";
import { useBench } from "../bench/store";
import { ValueField } from "./ValueField";
import { WhoSits } from "./WhoSits";
import "./sheet.css";

/** The chosen thing's values, to be typed. */
export function Sheet() {
  const scene = useBench((s) => s.scene);
  const thing = useBench((s) => s.thing);
  const lights = scene?.drawing.lights ?? [];
  const things = [
    ...lights.map((light, i) => ({ id: `lights.${i}`, letter: light.letter, name: light.name })),
    { id: "sitter", letter: "S", name: "sitter" },
    { id: "camera", letter: "C", name: "camera" },
    { id: "backdrop", letter: "B", name: "backdrop" },
    { id: "room", letter: "R", name: "room" },
  ];
  const inCamera = new Set(scene?.exposure.map((v) => v.field));
  return (
    <section className="sheet" aria-label="Values of the chosen thing">
      <div className="things" role="group" aria-label="Choose a thing">
        {things.map((t) => (
          <button key={t.id} type="button" className="plain" aria-pressed={thing === t.id} onClick={() => choose(t.id)}>
            <b className="figures">{t.letter}</b> {t.name}
          </button>
        ))}
      </div>
      <div className="values">
        {scene?.values.filter((v) => !inCamera.has(v.field)).map((value) => <ValueField key={value.field} value={value} />)}
        {thing === "sitter" && <WhoSits />}
      </div>
    </section>
  );
}
