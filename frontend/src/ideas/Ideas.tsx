import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button } from "antd";
import type { DragEvent } from "react";
import { useBench } from "../bench/store";
import { useFrame } from "../frame/store";
import { type Idea, inWords, problemsIn, server } from "../server/client";
import { FileButton } from "../server/FileButton";
import "./ideas.css";

/** The tab of the step Brief that shows the board. */
export const IDEAS = "ideas";
const ACCEPT = "image/jpeg,image/png,image/webp,image/heic,image/heif,.heic,.heif";

function Card({ setId, idea, onChanged }: { setId: string; idea: Idea; onChanged: () => Promise<void> }) {
  const { message } = App.useApp();
  const address = `/api/sets/${setId}/ideas/${idea.id}/picture`;
  const params = { path: { set_id: setId, idea_id: idea.id } };

  async function note(text: string) {
    if (text === idea.note) {
      return;
    }
    const { error } = await server.PUT("/api/sets/{set_id}/ideas/{idea_id}", { params, body: { note: text } });
    if (error) {
      message.error(inWords(problemsIn(error)));
    }
    await onChanged();
  }

  async function restore() {
    message.destroy(idea.id);
    await server.POST("/api/sets/{set_id}/ideas/{idea_id}/restore", { params });
    await onChanged();
  }

  async function remove() {
    await server.DELETE("/api/sets/{set_id}/ideas/{idea_id}", { params });
    useFrame.setState({ idea: null });
    await onChanged();
    message.open({
      key: idea.id,
      type: "info",
      duration: 10,
      content: (
        <>
          The picture is off the board.{" "}
          <Button type="link" onClick={() => void restore()}>
            Undo
          </Button>
        </>
      ),
    });
  }

  return (
    <li>
      <button type="button" className="plain look-at" onClick={() => useFrame.setState({ idea: { address, note: idea.note } })}>
        <img src={address} alt={`Look at ${idea.note || "this idea"}`} draggable={false} />
      </button>
      <span className="line">
        <input
          defaultValue={idea.note}
          placeholder="note"
          aria-label="Note"
          maxLength={500}
          onBlur={(e) => void note(e.currentTarget.value)}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
        <button type="button" className="plain" onClick={() => void remove()} aria-label={`Remove ${idea.note || "this idea"}`}>
          ×
        </button>
      </span>
    </li>
  );
}

/** The idea board: own pictures with notes, kept with the set. */
export function Ideas() {
  const { message } = App.useApp();
  const queries = useQueryClient();
  const setId = useBench((s) => s.id);
  const board = useQuery({
    queryKey: ["ideas", setId],
    queryFn: async () => (await server.GET("/api/sets/{set_id}/ideas", { params: { path: { set_id: setId } } })).data,
  });
  const again = () => queries.invalidateQueries({ queryKey: ["ideas", setId] });

  async function take(files: Iterable<File>) {
    for (const picture of files) {
      try {
        const answer = await fetch(`/api/sets/${setId}/ideas`, {
          method: "POST",
          body: picture,
          headers: { "Content-Type": "application/octet-stream" },
        });
        if (!answer.ok) {
          message.error({ content: `${picture.name}: ${inWords(problemsIn(await answer.json()))} Nothing was changed.`, duration: 10 });
        }
      } catch {
        message.error(inWords(problemsIn(null)));
      }
    }
    await again();
  }

  function dropped(event: DragEvent) {
    event.preventDefault();
    void take(event.dataTransfer.files);
  }

  const ideas = board.data?.ideas ?? [];
  return (
    <div className="ideas" onDragOver={(e) => e.preventDefault()} onDrop={dropped}>
      {board.isSuccess && ideas.length === 0 && (
        <p>Your own pictures for ideas: light, mood, pose. Add them or drop them here, as JPEG, PNG, WebP or HEIC.</p>
      )}
      <ul>
        {ideas.map((idea) => (
          <Card key={idea.id} setId={setId} idea={idea} onChanged={again} />
        ))}
        <li>
          <FileButton accept={ACCEPT} onFile={(chosen) => void take([chosen])}>
            Add a picture
          </FileButton>
        </li>
      </ul>
    </div>
  );
}
