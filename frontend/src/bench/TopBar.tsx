import { App, Typography } from "antd";
import { Link } from "react-router";
import { useStore } from "zustand";
import { useLook } from "../look/useLook";
import { inWords, problemsIn, server } from "../server/client";
import { redo, undo } from "./actions";
import { history, useBench } from "./store";

const SAVED = { saved: "saved", saving: "saving", failed: "not saved" } as const;

export function TopBar({ onKeys }: { onKeys: () => void }) {
  const { message } = App.useApp();
  const id = useBench((s) => s.id);
  const name = useBench((s) => s.name);
  const dirty = useBench((s) => s.set !== s.savedSet);
  const saving = useBench((s) => s.saving);
  const canUndo = useStore(history, (s) => s.pastStates.length > 0);
  const canRedo = useStore(history, (s) => s.futureStates.length > 0);
  const { desk, feet, toggleDesk, toggleFeet } = useLook();

  async function rename(wanted: string) {
    if (wanted === name) {
      return;
    }
    const { data, error } = await server.POST("/api/sets/{set_id}/name", { params: { path: { set_id: id } }, body: { name: wanted } });
    if (data) {
      useBench.setState({ name: data.name, version: data.version });
    } else {
      message.error(`Name kept as it was: it ${inWords(problemsIn(error))}`);
    }
  }

  return (
    <header className="topbar">
      <Link className="brand" to="/shelf" title="All sets">
        Deep Amber
      </Link>
      <Typography.Text className="name" editable={{ onChange: (text) => void rename(text), tooltip: "Rename", triggerType: ["icon", "text"], maxLength: 120 }}>
        {name}
      </Typography.Text>
      <span className={`saved ${saving}`} role="status">
        {saving === "saved" && dirty ? "changed" : SAVED[saving]}
      </span>
      <nav className="tools" aria-label="Tools">
        <button type="button" className="plain" disabled={!canUndo} onClick={undo}>
          Undo
        </button>
        <button type="button" className="plain" disabled={!canRedo} onClick={redo}>
          Redo
        </button>
        <button type="button" className="plain" onClick={toggleFeet} aria-label={feet ? "ft in: show lengths in centimetres" : "cm: show lengths in feet and inches"}>
          {feet ? "ft in" : "cm"}
        </button>
        <button type="button" className="plain" onClick={toggleDesk}>
          {desk ? "Dark room" : "Light desk"}
        </button>
        <button type="button" className="plain" onClick={onKeys}>
          Keys <span className="figures">?</span>
        </button>
        <Link to="/kit">Kit</Link>
        <Link to="/shelf">Shelf</Link>
      </nav>
    </header>
  );
}
