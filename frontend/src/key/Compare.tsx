import { Select } from "antd";
import { useBench } from "../bench/store";
import { useSitters } from "../sheet/WhoSits";
import { useKeyStep } from "./store";

/** Draws the borders of another sitter's dial over this one's: each face has its own. */
export function Compare() {
  const sits = useBench((s) => s.set?.sitter.who);
  const compare = useKeyStep((s) => s.compare);
  const others = useSitters().filter((k) => k.name !== sits);
  return (
    <Select
      className="compare-with"
      size="small"
      aria-label="Compare with another face's borders"
      value={compare === sits ? "" : compare}
      options={[{ value: "", label: "compare with" }, ...others.map((k) => ({ value: k.name, label: `with ${k.name}` }))]}
      onChange={(name: string) => useKeyStep.setState({ compare: name })}
      popupMatchSelectWidth={false}
    />
  );
}
