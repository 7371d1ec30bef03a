import { useQuery } from "@tanstack/react-query";
import { App, Button, Dropdown, Tabs } from "antd";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { usePicks } from "../gear/usePicks";
import { type Form, inLines, inWords, type Kit, problemsIn, server } from "../server/client";
import { FileButton } from "../server/FileButton";
import { ItemForm } from "./ItemForm";
import { type Item, items, PARTS, type Part, put, withItems } from "./parts";
import { Readings } from "./Readings";
import "./kit.css";
import { useKit } from "./useKit";

const ONE: Record<Part, string> = {
  sources: "source",
  modifiers: "modifier",
  panels: "panel",
  stands: "stand",
  backdrops: "backdrop",
  cameras: "camera",
  lenses: "lens",
};

/** A new item of a kind, filled with the usual figures. */
function fresh(part: Part, form: Form, taken: string[]): Item {
  const base = form.kind || ONE[part];
  const name = [base, ...Array.from({ length: 99 }, (_, i) => `${base} ${i + 2}`)].find((n) => !taken.includes(n)) ?? base;
  const start: Item = { name, quantity: 1, ...(form.kind ? { [ONE[part]]: { kind: form.kind } } : {}) };
  return form.fields.reduce<Item>(
    (item, f) =>
      put(item, f.name, f.kind === "number" ? Number(f.default) : f.kind === "switch" ? f.default === "True" : f.default || f.options[0]),
    start,
  );
}

/** What the photographer owns: lists at the left, the chosen item's figures at the right. */
export function KitPage() {
  const { message } = App.useApp();
  const picks = usePicks();
  const { answer, failed, save, problems, setProblems } = useKit();
  const forms = useQuery({
    queryKey: ["forms"],
    queryFn: async () => (await server.GET("/api/kit/forms")).data?.forms ?? [],
    staleTime: Infinity,
  });
  const [part, setPart] = useState<Part>("sources");
  const [index, setIndex] = useState(0);
  const [draft, setDraft] = useState<Item | null>(null);
  const kit: Kit | undefined = answer?.kit;
  const list = kit ? items(kit, part) : [];
  const item = draft ?? list[index] ?? null;
  useEffect(() => {
    document.title = "Kit · Deep Amber";
  }, []);

  function open(nextPart: Part, nextIndex: number) {
    setPart(nextPart);
    setIndex(nextIndex);
    setDraft(null);
    setProblems([]);
  }

  async function keep(changed: Item | null, keepDraft = true) {
    if (!kit) {
      return;
    }
    if (changed && keepDraft) {
      setDraft(changed);
    }
    const now = await save((k) => {
      const all = items(k, part);
      return withItems(k, part, changed ? all.map((x, i) => (i === index ? changed : x)) : all.filter((_, i) => i !== index));
    });
    if (now) {
      setDraft((now) => (changed && now !== changed ? now : null)); // what was typed meanwhile stays
      setIndex((i) => Math.max(0, Math.min(i, items(now, part).length - 1)));
    }
  }

  async function add(form: Form) {
    const now = await save((k) => {
      const all = items(k, part);
      const taken = all.map((x) => x.name);
      return withItems(k, part, [...all, fresh(part, form, taken)]);
    });
    if (now) {
      open(part, items(now, part).length - 1);
    }
  }

  async function take(taken: File) {
    const type = taken.name.toLowerCase().endsWith(".csv") ? "text/csv" : "application/json";
    const got = await fetch("/api/kit/read", { method: "POST", body: taken, headers: { "Content-Type": type } }).catch(() => null);
    const body: unknown = await got?.json().catch(() => null);
    if (!got?.ok) {
      message.error({
        content: <pre className="refusal">{`Not imported; the kit is as it was.\n${inLines(problemsIn(body))}`}</pre>,
        duration: 12,
      });
      return;
    }
    const before = kit;
    if (await save(() => (body as { kit: Kit }).kit)) {
      open("sources", 0);
      message.open({
        type: "info",
        duration: 10,
        content: (
          <>
            {taken.name} is the kit now.{" "}
            {before && (
              <Button type="link" onClick={() => void save(() => before)}>
                Undo
              </Button>
            )}
          </>
        ),
      });
    }
  }

  const kinds = (forms.data ?? []).filter((f) => f.part === part);
  const kindOf = (i: Item) => String(((i[ONE[part]] as { kind?: string } | undefined) ?? {}).kind ?? "");
  const form = item ? (kinds.find((f) => f.kind === kindOf(item)) ?? kinds[0]) : undefined;
  const fits = picks.find((p) => p.part === "sources" && p.name === list[index]?.name)?.fits ?? [];
  const summary = (name: string) => answer?.items.find((i) => i.part === part && i.name === name)?.summary ?? "";
  const general = problems.filter((p) => !p.field.startsWith(`kit.${part}.${index}.`));
  return (
    <main className="kit">
      <header>
        <h1>
          <Link to="/" title="To the bench">
            Deep Amber
          </Link>{" "}
          <span>Kit</span>
        </h1>
        <nav aria-label="Tools">
          <a href="/api/kit/file.json" download>
            Export JSON
          </a>
          <a href="/api/kit/file.csv" download>
            Export CSV
          </a>
          <FileButton accept=".json,.csv,application/json,text/csv" onFile={(taken) => void take(taken)}>
            Import a kit file
          </FileButton>
          <Link to="/devices">Devices</Link>
          <Link to="/shelf">Shelf</Link>
        </nav>
      </header>
      {failed && <p className="wrong">The server does not answer.</p>}
      {general.length > 0 && (
        <p className="wrong" role="alert">
          {general.map((p) => `${p.field ? `${p.field.replace(/^kit\./, "")}: ` : ""}${inWords([p])}`).join(" ")}
        </p>
      )}
      <div className="columns">
        <Tabs
          className="parts"
          tabPlacement="start"
          activeKey={part}
          onChange={(p) => open(p as Part, 0)}
          items={PARTS.map((p) => ({
            key: p,
            label: (
              <>
                {p} <span className="figures">{kit ? items(kit, p).length : ""}</span>
              </>
            ),
          }))}
        />
        <div className="owned">
          <div className="head">
            {kinds.length > 1 ? (
              <Dropdown
                menu={{ items: kinds.map((f) => ({ key: f.kind, label: f.kind, onClick: () => void add(f) })) }}
                trigger={["click"]}
              >
                <Button>Add a {ONE[part]}</Button>
              </Dropdown>
            ) : (
              <Button onClick={() => kinds[0] && void add(kinds[0])}>Add a {ONE[part]}</Button>
            )}
          </div>
          {kit && list.length === 0 && (
            <p className="empty">
              No {part} yet. Write down what you own: sets take their lights and panels from here, and say when one is used twice.
            </p>
          )}
          <ul>
            {list.map((k, i) => (
              <li key={i}>
                <button type="button" className="plain" aria-pressed={i === index} onClick={() => open(part, i)}>
                  <b>{k.name}</b> <span className="figures">{k.quantity ?? 1}</span>
                  <span className="caption">{summary(k.name)}</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        {item && kit && answer && (
          <div className="figures-of">
            <ItemForm form={form} item={item} where={`${part}.${index}`} problems={problems} onChange={(changed) => void keep(changed)} />
            {part === "sources" && fits.length > 0 && <p className="hint">Takes: {fits.join(", ")}.</p>}
            {part === "sources" && (
              <Readings
                answer={answer}
                item={item}
                where={`${part}.${index}`}
                problems={problems}
                onChange={(changed) => void keep(changed)}
              />
            )}
            <div className="foot">
              <button type="button" className="plain" onClick={() => void keep(null)}>
                Remove {item.name}
              </button>
              {draft && (
                <button type="button" className="plain" onClick={() => open(part, index)}>
                  Back to what was kept
                </button>
              )}
            </div>
          </div>
        )}
      </div>
    </main>
  );
}
