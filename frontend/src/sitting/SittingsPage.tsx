import { useQuery } from "@tanstack/react-query";
import { App, Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Page, Wrong } from "../pages/Page";
import { inWords, type KeptSitting, problemsIn, server } from "../server/client";
import { queries } from "../server/queries";
import { SITTINGS } from "./useSitting";
import "./sitting.css";

/** All sittings, to open, begin and delete. */
export function SittingsPage() {
  const navigate = useNavigate();
  const { message } = App.useApp();
  const [wrong, setWrong] = useState("");
  const listed = useQuery({ queryKey: SITTINGS, staleTime: 0, queryFn: async () => (await server.GET("/api/sittings")).data ?? null });
  const all = listed.data?.sittings ?? [];

  async function begin() {
    const taken = new Set(all.map((k) => k.sitting.name));
    const name = ["A sitting", ...all.map((_, i) => `A sitting (${i + 2})`)].find((k) => !taken.has(k)) ?? "A sitting";
    const { data, error } = await server.POST("/api/sittings", { body: { sitting: { name } as KeptSitting["sitting"] } });
    if (data) {
      void navigate(`/sitting/${data.id}`);
    } else {
      setWrong(inWords(problemsIn(error)));
    }
  }

  async function remove(k: KeptSitting) {
    const path = { params: { path: { sitting_id: k.id } } };
    await server.DELETE("/api/sittings/{sitting_id}", path);
    await queries.invalidateQueries({ queryKey: SITTINGS });
    const undo = async () => {
      message.destroy(k.id);
      await server.POST("/api/sittings/{sitting_id}/restore", path);
      await queries.invalidateQueries({ queryKey: SITTINGS });
    };
    const content = (
      <>
        “{k.sitting.name}” is deleted.{" "}
        <Button type="link" onClick={() => void undo()}>
          Undo
        </Button>
      </>
    );
    message.open({ key: k.id, type: "info", duration: 10, content });
  }

  return (
    <Page
      title="Sittings"
      tools={
        <Button type="primary" onClick={() => void begin()}>
          New sitting
        </Button>
      }
    >
      <Wrong text={wrong} />
      {listed.isSuccess && all.length === 0 && (
        <div className="empty-page">
          <p>
            A sitting is one date with a sitter: several looks, each a set of the shelf. It tells the order with the fewest changes, when
            each look is, what to check before it, and what to pack.
          </p>
          <Button type="primary" size="large" onClick={() => void begin()}>
            Plan a sitting
          </Button>
        </div>
      )}
      <ul className="sittings">
        {all.map((k) => (
          <li key={k.id}>
            <Link to={`/sitting/${k.id}`}>
              <b>{k.sitting.name}</b>
            </Link>
            <span className="figures">{k.sitting.date || "no date"}</span>
            <span>{k.sitting.sitter}</span>
            <span>{(k.sitting.looks ?? []).map((l) => l.name).join(", ") || "no looks yet"}</span>
            <Link to={`/shoot/${k.id}`}>Shoot</Link>
            <button type="button" className="plain" aria-label={`Delete ${k.sitting.name}`} onClick={() => void remove(k)}>
              Delete
            </button>
          </li>
        ))}
      </ul>
    </Page>
  );
}
