import { useEffect } from "react";
import { refreshScene } from "../bench/changes";
import { useBench } from "../bench/store";
import { Choices } from "../gear/Choices";
import { ValueField } from "../sheet/ValueField";

/** The brief: what the picture is to be; each can be changed here as on the bench. */
export function LookAsked() {
  const thing = useBench((s) => s.thing);
  const scene = useBench((s) => s.scene);
  useEffect(() => {
    if (thing !== "look") {
      useBench.setState({ thing: "look" });
      void refreshScene();
    }
  }, [thing]);
  if (thing !== "look" || !scene) {
    return null;
  }
  return (
    <section className="look-asked" aria-label="The look">
      <Choices choices={scene.choices} />
      {scene.values.map((value) => (
        <ValueField key={value.field} value={value} />
      ))}
    </section>
  );
}
