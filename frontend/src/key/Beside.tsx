import { Select } from "antd";
import { useBench } from "../bench/store";
import { newestTurn } from "../bench/usePicture";
import { server } from "../server/client";
import { useSitters } from "../sheet/WhoSits";

const NOBODY = "";

/** Draws the borders of another sitter's dial over this one's: each face has its own. */
export function Beside() {
  const set = useBench((s) => s.set);
  const who = useBench((s) => (s.beside?.of === s.set ? s.beside?.who : NOBODY) ?? NOBODY);
  const others = useSitters().filter((k) => k.name !== set?.sitter.who);

  async function compare(name: string) {
    if (!set || name === NOBODY) {
      useBench.setState({ beside: null });
      return;
    }
    const { data } = await server.POST("/api/key/dial", { body: { set, feet: false, who: name, ...newestTurn() } });
    useBench.setState({ beside: data?.dial ? { who: name, dial: data.dial, of: set } : null });
  }

  return (
    <Select
      className="beside-who"
      size="small"
      aria-label="Another face's borders beside"
      value={who}
      options={[{ value: NOBODY, label: "beside: none" }, ...others.map((k) => ({ value: k.name, label: `beside: ${k.name}` }))]}
      onChange={(name) => void compare(name)}
      popupMatchSelectWidth={false}
    />
  );
}
