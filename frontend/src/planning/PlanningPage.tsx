import type { ReactNode } from "react";
import { NavLink, useParams } from "react-router";
import { useBench } from "../bench/store";
import { useAutosave } from "../bench/useAutosave";
import { useOpenSet } from "../bench/useOpenSet";
import { Page, Wrong } from "../pages/Page";
import "./planning.css";
import "./pages.css";

const PLACES = [
  ["plan", "Plan"],
  ["arrangements", "Arrangements"],
  ["complaint", "What is wrong?"],
  ["schools", "Two ways"],
  ["compare", "Compare"],
] as const;

/** A page about the set that lies on the bench: it is opened, and what is changed of it is saved. */
export function PlanningPage({ title, children }: { title: string; children: ReactNode }) {
  const { id = "" } = useParams();
  const { ready, error } = useOpenSet(id);
  const open = useBench((s) => s.id);
  const name = useBench((s) => s.name);
  useAutosave();
  return (
    <Page
      title={title}
      back={[`/set/${id}`, open === id ? name : "Back to the set"]}
      className="planning"
      tools={
        <nav className="places" aria-label="Planning">
          {PLACES.map(([path, label]) => (
            <NavLink key={path} to={`/set/${id}/${path}`}>
              {label}
            </NavLink>
          ))}
        </nav>
      }
    >
      <Wrong text={error} />
      {ready && open === id && children}
    </Page>
  );
}
