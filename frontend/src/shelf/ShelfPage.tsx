import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import type { DragEvent } from "react";
import { Link, useNavigate } from "react-router";
import { type Entry, inLines, problemsIn, server } from "../server/client";
import { FileButton } from "../server/FileButton";
import { useSettings } from "../theme/useSettings";
import "./shelf.css";

const changed = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** All sets, to open, copy, delete, import and export as files. */
export function ShelfPage() {
  const { message } = App.useApp();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { desk, toggleDesk } = useSettings();
  const sets = useQuery({ queryKey: ["sets"], queryFn: async () => (await server.GET("/api/sets")).data, staleTime: 0 });
  const again = () => queries.invalidateQueries({ queryKey: ["sets"] });

  const take = useMutation({
    mutationFn: async (taken: File) => {
      const answer = await fetch("/api/sets", { method: "POST", body: taken, headers: { "Content-Type": "application/json" } });
      const body = await answer.json();
      if (!answer.ok) {
        throw new Error(inLines(problemsIn(body)));
      }
      return body as Entry;
    },
    onSuccess: (entry) => navigate(`/set/${entry.id}`),
    onError: (error) =>
      message.error({ content: <pre className="refusal">{`Not imported; nothing was changed.\n${error.message}`}</pre>, duration: 12 }),
  });

  async function copy(entry: Entry) {
    await server.POST("/api/sets/{set_id}/copy", { params: { path: { set_id: entry.id } } });
    await again();
  }

  async function restore(entry: Entry) {
    message.destroy(entry.id);
    await server.POST("/api/sets/{set_id}/restore", { params: { path: { set_id: entry.id } } });
    await again();
  }

  async function remove(entry: Entry) {
    await server.DELETE("/api/sets/{set_id}", { params: { path: { set_id: entry.id } } });
    await again();
    message.open({
      key: entry.id,
      type: "info",
      duration: 10,
      content: (
        <>
          “{entry.name}” is off the shelf.{" "}
          <Button type="link" onClick={() => void restore(entry)}>
            Undo
          </Button>
        </>
      ),
    });
  }

  function dropped(event: DragEvent) {
    event.preventDefault();
    const [first] = event.dataTransfer.files;
    if (first) {
      take.mutate(first);
    }
  }

  const entries = sets.data?.sets ?? [];
  return (
    <main className="shelf" onDragOver={(e) => e.preventDefault()} onDrop={dropped}>
      <header>
        <h1>Deep Amber</h1>
        <nav aria-label="Tools">
          <Link to="/sittings" className="to-kit">
            Sittings
          </Link>
          <Link to="/log" className="to-kit">
            Log
          </Link>
          <Link to="/devices" className="to-kit">
            Devices
          </Link>
          <Link to="/kit" className="to-kit">
            Kit
          </Link>
          <button type="button" className="plain" onClick={toggleDesk}>
            {desk ? "Dark room" : "Light desk"}
          </button>
          <Button type="primary" onClick={() => navigate("/begin")}>
            New set
          </Button>
          <FileButton busy={take.isPending} accept=".json,application/json" onFile={(chosen) => take.mutate(chosen)}>
            Import a set file
          </FileButton>
          <Link to="/help">Help</Link>
        </nav>
      </header>
      {sets.isSuccess && entries.length === 0 && (
        <div className="empty">
          <p>
            The shelf is empty. A set is one arrangement of room, backdrop, sitter, camera and lights: say how large your room is and who
            sits, and see the picture.
          </p>
          <Button type="primary" size="large" onClick={() => navigate("/begin")}>
            Begin with my own room
          </Button>
          <p>Or import a set file: drop it here.</p>
        </div>
      )}
      <ul>
        {entries.map((entry) => (
          <Card key={entry.id} entry={entry} onCopy={() => void copy(entry)} onRemove={() => void remove(entry)} />
        ))}
      </ul>
    </main>
  );
}

/** A set on the shelf; one that cannot be read can be exported as text, or deleted. */
function Card({ entry, onCopy, onRemove }: { entry: Entry; onCopy: () => void; onRemove: () => void }) {
  const file = `/api/sets/${entry.id}/file`;
  const acts = (
    <span className="acts">
      {entry.readable && (
        <button type="button" className="plain" onClick={onCopy} aria-label={`Copy ${entry.name}`}>
          Copy
        </button>
      )}
      <a href={file} download aria-label={`Export ${entry.name}${entry.readable ? "" : " as text"}`}>
        {entry.readable ? "Export" : "Export as text"}
      </a>
      <button type="button" className="plain" onClick={onRemove} aria-label={`Delete ${entry.name}`}>
        Delete
      </button>
    </span>
  );
  return (
    <li>
      {entry.readable ? (
        <Link to={`/set/${entry.id}`} className="picture">
          <img
            src={`/api/sets/${entry.id}/thumbnail?v=${entry.version}`}
            alt={`Open ${entry.name}`}
            width={160}
            height={200}
            loading="lazy"
          />
        </Link>
      ) : (
        <p className="picture unreadable">This set cannot be read: it is damaged, or of a newer program.</p>
      )}
      <div>
        {entry.readable ? (
          <Link to={`/set/${entry.id}`} className="title">
            {entry.name}
          </Link>
        ) : (
          <span className="title">{entry.name}</span>
        )}
        <span className="when">{changed.format(new Date(entry.changed_at))}</span>
        {acts}
      </div>
    </li>
  );
}
