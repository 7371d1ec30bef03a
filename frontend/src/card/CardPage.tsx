import { useQuery } from "@tanstack/react-query";
import { Button, Input, Segmented } from "antd";
import { useState } from "react";
import { useParams } from "react-router";
import { Page, Wrong } from "../pages/Page";
import { inWords, problemsIn, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import "./card.css";

type Paper = "a4" | "letter";

/** One page to build the set again, and this time's readings against it. */
export function CardPage() {
  const { id = "" } = useParams();
  const { feet, toggleFeet } = useSettings();
  const [paper, setPaper] = useState<Paper>("a4");
  const query = `paper=${paper}&feet=${feet}`;
  const name = useQuery({
    queryKey: ["name", id],
    queryFn: async () => (await server.GET("/api/sets/{set_id}", { params: { path: { set_id: id } } })).data?.name ?? "",
  }).data;
  return (
    <Page
      title="Card"
      back={[`/set/${id}`, name || "Back to the set"]}
      className="card-page"
      tools={
        <>
          <Segmented
            value={paper}
            options={[
              { value: "a4", label: "A4" },
              { value: "letter", label: "Letter" },
            ]}
            onChange={(k) => setPaper(k as Paper)}
          />
          <button type="button" className="plain chip" onClick={toggleFeet}>
            {feet ? "ft in" : "cm"}
          </button>
          <Button type="primary" onClick={() => window.print()}>
            Print
          </Button>
          <a href={`/api/sets/${id}/card.pdf?${query}`} download={`${name || "card"}.pdf`}>
            PDF
          </a>
          <a href={`/api/sets/${id}/card.svg?${query}`} download={`${name || "card"}.svg`}>
            SVG
          </a>
        </>
      }
    >
      <div className="card-columns">
        <img className="sheet-of-card" src={`/api/sets/${id}/card.svg?${query}`} alt={`Card of ${name ?? "the set"}`} />
        <Rebuilt id={id} />
      </div>
    </Page>
  );
}

/** What the meter shows this time, each light alone; which one stands off is said. */
function Rebuilt({ id }: { id: string }) {
  const feet = useSettings((s) => s.feet);
  const [read, setRead] = useState<Record<number, string>>({});
  const [texts, setTexts] = useState<readonly string[]>([]);
  const [wrong, setWrong] = useState("");
  const lights = useQuery({
    queryKey: ["card", id],
    queryFn: async () => (await server.GET("/api/sets/{set_id}/card", { params: { path: { set_id: id } } })).data?.lights ?? [],
  }).data;

  async function compare() {
    const typed = Object.fromEntries(Object.entries(read).filter(([, v]) => v.trim()));
    const { data, error } = await server
      .POST("/api/sets/{set_id}/card/rebuilt", { params: { path: { set_id: id } }, body: { read: typed, feet } })
      .catch(() => ({ data: undefined, error: null }));
    setTexts(data?.texts ?? []);
    setWrong(data ? "" : inWords(problemsIn(error)));
  }

  return (
    <section className="rebuilt" aria-label="Built again">
      <h2>Built again?</h2>
      <p className="caption">Each light alone, the flat disc at the face turned to it. Type what the meter shows.</p>
      <Wrong text={wrong} />
      {lights?.map((k) => (
        <label key={k.index}>
          <span>
            <b>{k.letter}</b> {k.name} <span className="caption figures">card {k.alone}</span>
          </span>
          <Input
            className="figures"
            aria-label={`Reading of the ${k.name}`}
            placeholder={k.alone}
            value={read[k.index] ?? ""}
            onChange={(e) => setRead({ ...read, [k.index]: e.target.value })}
            onPressEnter={() => void compare()}
          />
        </label>
      ))}
      <button type="button" className="plain go" onClick={() => void compare()}>
        Compare with the card
      </button>
      {texts.map((k) => (
        <p key={k} role="status" className="said">
          {k}
        </p>
      ))}
    </section>
  );
}
