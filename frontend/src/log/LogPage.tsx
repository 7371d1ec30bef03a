import { useInfiniteQuery } from "@tanstack/react-query";
import { Button, Input, Progress, Rate, Select, Upload } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Page } from "../pages/Page";
import { type LogEntry, server } from "../server/client";
import { queries } from "../server/queries";
import { useSettings } from "../theme/useSettings";
import { Entry } from "./Entry";
import { useImport } from "./useImport";
import "./log.css";

const REST = 250; // ms after the last letter until it is looked for
const ACCEPT = ".jpg,.jpeg,.png,.tif,.tiff,.webp,.heic,.heif,.dng,.raw,.cr2,.cr3,.nef,.arw,.raf,.rw2,.orf,.pef,image/*";
const KINDS = [
  { value: "", label: "everything" },
  { value: "frame", label: "frames" },
  { value: "picture", label: "pictures" },
  { value: "reading", label: "readings" },
  { value: "note", label: "notes" },
] as const;

/** Frames, pictures, readings and notes in the order of time, with what changed between them. */
export function LogPage() {
  const [params] = useSearchParams();
  const sitting = params.get("sitting") ?? "";
  const set = params.get("set") ?? "";
  const feet = useSettings((s) => s.feet);
  const [typed, setTyped] = useState("");
  const [words, setWords] = useState("");
  const [kind, setKind] = useState<(typeof KINDS)[number]["value"]>("");
  const [kept, setKept] = useState<"" | "yes" | "no">("");
  const [stars, setStars] = useState(0);
  const [since, setSince] = useState("");
  const [until, setUntil] = useState("");
  const about = { ...(set && { set_id: set }), ...(sitting && { sitting_id: sitting }) };
  const { progress, busy, bring, cancel, dismiss } = useImport(about);
  useEffect(() => {
    const timer = setTimeout(() => setWords(typed), REST);
    return () => clearTimeout(timer);
  }, [typed]);
  const query = { words, kind, kept, stars, feet, ...about, ...(since && { since }), ...(until && { until }) };
  const pages = useInfiniteQuery({
    queryKey: ["log", query],
    initialPageParam: "",
    staleTime: 0,
    queryFn: async ({ pageParam }) => (await server.GET("/api/log", { params: { query: { ...query, after: pageParam } } })).data ?? null,
    getNextPageParam: (last) => (last?.more ? (last.entries[last.entries.length - 1]?.id ?? null) : null),
  });
  const entries = pages.data?.pages.flatMap((k) => k?.entries ?? []) ?? [];
  const asked = words || kind || kept || stars || since || until;
  const table = `/api/log/table?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`;
  return (
    <Page
      title="Log"
      tools={
        <>
          <Upload
            multiple
            accept={ACCEPT}
            showUploadList={false}
            beforeUpload={(file, all) => {
              if (file === all[0]) {
                void bring(all);
              }
              return false;
            }}
          >
            <Button type="primary" disabled={busy}>
              Bring in pictures
            </Button>
          </Upload>
          <AddNote about={about} />
          <Link to="/calibrate">Calibrate</Link>
          <a href={table} download="log.csv">
            Export CSV
          </a>
        </>
      }
    >
      <div className="log-filter" role="search">
        <Input.Search
          placeholder="set, sitter, look, kit, note"
          aria-label="Search the log"
          allowClear
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <Select aria-label="Kind" value={kind} options={[...KINDS]} onChange={setKind} />
        <Select
          aria-label="Kept"
          value={kept}
          options={[
            { value: "", label: "kept or not" },
            { value: "yes", label: "kept" },
            { value: "no", label: "not kept" },
          ]}
          onChange={setKept}
        />
        <label>
          from <Input type="date" value={since} onChange={(e) => setSince(e.target.value)} />
        </label>
        <label>
          to <Input type="date" value={until} onChange={(e) => setUntil(e.target.value)} />
        </label>
        <Rate value={stars} onChange={setStars} aria-label="At least so many stars" />
        {(sitting || set) && <Link to="/log">{sitting ? "of one sitting" : "of one set"}: show all</Link>}
      </div>
      {progress.of > 0 && (
        <div className="importing" role="status">
          <Progress percent={Math.round((progress.done / Math.max(progress.of, 1)) * 100)} showInfo={false} />
          <span className="figures">
            {progress.done} of {progress.of}
          </span>
          {progress.again > 0 && (
            <span>
              {progress.again} {progress.again === 1 ? "was" : "were"} there already
            </span>
          )}
          <button type="button" className="plain chip" onClick={busy ? cancel : dismiss}>
            {busy ? "Cancel" : "Dismiss"}
          </button>
          {progress.wrong.map((k) => (
            <p key={k} className="wrong">
              {k}
            </p>
          ))}
        </div>
      )}
      {pages.isSuccess && entries.length === 0 && (
        <p className="empty-page">
          {asked
            ? "Nothing in the log is like this."
            : "The log is empty. Frames of the camera, readings of the meter and pictures that you bring in stand here, with what changed between them."}
        </p>
      )}
      <ol className="log">
        {entries.map((k: LogEntry) => (
          <Entry key={k.id} entry={k} />
        ))}
      </ol>
      {pages.hasNextPage && <More onSeen={() => void pages.fetchNextPage()} busy={pages.isFetchingNextPage} />}
    </Page>
  );
}

/** Fetches the next page when it comes into view, or at a press. */
function More({ onSeen, busy }: { onSeen: () => void; busy: boolean }) {
  const at = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const watch = new IntersectionObserver(([k]) => k?.isIntersecting && !busy && onSeen());
    if (at.current) {
      watch.observe(at.current);
    }
    return () => watch.disconnect();
  }, [onSeen, busy]);
  return (
    <button ref={at} type="button" className="plain chip more" onClick={onSeen}>
      {busy ? "Looking" : "More"}
    </button>
  );
}

function AddNote({ about }: { about: { set_id?: string; sitting_id?: string } }) {
  const [text, setText] = useState("");
  async function add() {
    if (text.trim()) {
      await server.POST("/api/log/notes", { body: { note: text, set_id: "", sitting_id: "", ...about } });
      setText("");
      await queries.invalidateQueries({ queryKey: ["log"] });
    }
  }
  return (
    <Input
      className="add-note"
      placeholder="Write a note"
      aria-label="Write a note"
      value={text}
      maxLength={1000}
      onChange={(e) => setText(e.target.value)}
      onPressEnter={() => void add()}
    />
  );
}
