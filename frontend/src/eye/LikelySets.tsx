import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Wrong } from "../pages/Page";
import { keepAsAnother } from "../planning/take";
import type { LikelySet, SetFile } from "../server/client";

/** Sets of one's own kit that would make a picture, each to be kept on the shelf beside the set whose room it is in. */
export function LikelySets({ sets, beside }: { sets: readonly LikelySet[]; beside: SetFile }) {
  const navigate = useNavigate();
  const [wrong, setWrong] = useState("");
  async function keep(made: LikelySet) {
    const kept = await keepAsAnother(made.set, "As in the picture", beside);
    setWrong(kept.wrong);
    if (kept.id) {
      void navigate(`/set/${kept.id}`);
    }
  }
  if (!sets.length) {
    return <p>No set of your kit in this room makes it: the key would stand outside the room, or in the picture.</p>;
  }
  return (
    <ul className="likely-sets" aria-label="Likely sets">
      <Wrong text={wrong} />
      {sets.map((k) => (
        <li key={k.text + k.uses.join()}>
          <img src={k.picture} alt={`With ${k.uses.join(", ")}`} />
          <div>
            <b>{k.uses.join(", ")}</b>
            <p>{k.text}</p>
            <Button size="small" onClick={() => void keep(k)}>
              Open as a set
            </Button>
          </div>
        </li>
      ))}
    </ul>
  );
}
