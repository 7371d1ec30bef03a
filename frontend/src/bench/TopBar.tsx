import { App, Typography } from "antd";
import { Link } from "react-router";
import { useStore } from "zustand";
import { inWords, problemsIn, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { redo, undo } from "./changes";
import { betweenSaves, useSaving } from "./saving";
import { history, useBench } from "./store";

const SAVED = { saved: "saved", saving: "saving", failed: "not saved yet" } as const;

export function TopBar({ onKeys }: { onKeys: () => void }) {
  const { message } = App.useApp();
  const id = useBench((s) => s.id);
  const name = useBench((s) => s.name);
  const set = useBench((s) => s.set);
  const saving = useSaving((s) => s.state);
  const trouble = useBench((s) => s.trouble !== "");
  const dirty = useSaving((s) => s.savedSet !== set);
  const canUndo = useStore(history, (s) => s.pastStates.length > 0);
  const canRedo = useStore(history, (s) => s.futureStates.length > 0);
  const { desk, feet, toggleDesk, toggleFeet } = useSettings();

  async function rename(wanted: string) {
    if (wanted === name) {
      return;
    }
    const path = { params: { path: { set_id: id } }, body: { name: wanted } };
    const { data, error } = await betweenSaves(() => server.POST("/api/sets/{set_id}/name", path)).catch(() => ({
      data: undefined,
      error: undefined,
    }));
    if (data) {
      useBench.setState({ name: data.name });
      useSaving.setState({ version: data.version });
    } else {
      message.error(`Name kept as it was: it ${inWords(problemsIn(error))}`);
    }
  }

  return (
    <header className="topbar">
      <Link className="brand" to="/shelf" title="All sets">
        Deep Amber
      </Link>
      <Typography.Text
        className="name"
        editable={{ onChange: (text) => void rename(text), tooltip: "Rename", triggerType: ["icon", "text"], maxLength: 120 }}
      >
        {name}
      </Typography.Text>
      <span className={`saved ${trouble ? "failed" : saving}`} role="status">
        {trouble ? SAVED.failed : saving === "saved" && dirty ? "changed" : SAVED[saving]}
      </span>
      <nav className="tools" aria-label="Tools">
        <button type="button" className="plain" disabled={!canUndo} onClick={undo}>
          Undo
        </button>
        <button type="button" className="plain" disabled={!canRedo} onClick={redo}>
          Redo
        </button>
        <button
          type="button"
          className="plain"
          onClick={toggleFeet}
          aria-label={feet ? "ft in: show lengths in centimetres" : "cm: show lengths in feet and inches"}
        >
          {feet ? "ft in" : "cm"}
        </button>
        <button type="button" className="plain" onClick={toggleDesk}>
          {desk ? "Dark room" : "Light desk"}
        </button>
        <button type="button" className="plain" onClick={onKeys}>
          Keys <span className="figures">?</span>
        </button>
        <Link to={`/set/${id}/plan`} title="From the look to a set with the kit at hand">
          Plan
        </Link>
        <Link to={`/set/${id}/card`} title="One page to build it again">
          Card
        </Link>
        <Link to="/sittings">Sittings</Link>
        <Link to="/help">Help</Link>
        <Link to="/kit">Kit</Link>
        <Link to="/shelf">Shelf</Link>
      </nav>
    </header>
  );
}
