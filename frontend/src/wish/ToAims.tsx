import { useFrame } from "../frame/store";
import { askForAims } from "./ask";
import "./wish.css";

/** Brings every band of the brief at once; there while one is missed. */
export function ToAims() {
  const missed = useFrame((s) => s.solo === null && Object.values(s.picture?.off_aims ?? {}).some((off) => off !== 0));
  if (!missed) {
    return null;
  }
  return (
    <button type="button" className="plain to-aims" onClick={askForAims}>
      Bring all to the aims
    </button>
  );
}
