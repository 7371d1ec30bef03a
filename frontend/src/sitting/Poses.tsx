import { Input, Popover } from "antd";
import { useState } from "react";
import { layPose } from "../bench/changes";
import { useBench } from "../bench/store";
import { inWords, type Pose, problemsIn, server } from "../server/client";
import { queries } from "../server/queries";
import { POSES, usePoses } from "./Posing";

/** Poses that are kept by name, behind one button. */
export function Poses() {
  return (
    <Popover trigger="click" placement="topLeft" content={<Kept />}>
      <button type="button" className="plain to-poses">
        Poses
      </button>
    </Popover>
  );
}

/** Laid on this set's sitter, or this sitter's pose kept. */
function Kept() {
  const kept = usePoses()?.poses ?? [];
  const sitter = useBench((s) => s.set?.sitter);
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState("");

  function take({ data, error }: { data?: unknown; error?: unknown }) {
    setWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      queries.setQueryData(POSES, data);
    }
  }

  async function keep() {
    if (!sitter || !name.trim()) {
      setWrong("A pose is kept by a name of its own.");
      return;
    }
    const { posture, body_turn, head_turn, head_nod, head_tilt, chin_forward, gaze } = sitter;
    const pose = { name: name.trim(), posture, body_turn, head_turn, head_nod, head_tilt, chin_forward, gaze, note: "" } as Pose;
    take(await server.POST("/api/poses", { body: { pose } }).catch(() => ({ error: null })));
    setName("");
  }

  return (
    <div className="poses">
      <ul>
        {kept.map((k) => (
          <li key={k.name}>
            <button type="button" className="plain" onClick={() => void layPose(k.name).then((problems) => setWrong(inWords(problems)))}>
              {k.name}
            </button>
            <button
              type="button"
              className="plain"
              aria-label={`Forget ${k.name}`}
              onClick={async () => take(await server.DELETE("/api/poses/{name}", { params: { path: { name: k.name } } }))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
      <Input
        size="small"
        placeholder="name this pose"
        aria-label="Name of this pose"
        value={name}
        maxLength={60}
        onChange={(e) => setName(e.target.value)}
        onPressEnter={() => void keep()}
      />
      <button type="button" className="plain keep" onClick={() => void keep()}>
        Keep
      </button>
      <span className="facts">
        {kept.length ? "A press lays it on this sitter; lights that follow go along." : "Kept poses can be laid on any set."}
      </span>
      {wrong && (
        <span className="wrong" role="alert">
          {wrong}
        </span>
      )}
    </div>
  );
}
