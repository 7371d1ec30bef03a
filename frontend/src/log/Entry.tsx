import { Rate } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { type LogEntry, server } from "../server/client";
import { queries } from "../server/queries";

const when = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** One line of the log: when, what, what changed before it, and what is said of it. */
export function Entry({ entry }: { entry: LogEntry }) {
  const [note, setNote] = useState(entry.note);
  const judged = entry.kind === "frame" || entry.kind === "picture";

  async function put(to: Partial<Pick<LogEntry, "note" | "stars" | "kept">>) {
    const body = to as { note: string; stars: number; kept: boolean | null; feet: boolean };
    await server.PUT("/api/log/{entry_id}", { params: { path: { entry_id: entry.id } }, body });
    await queries.invalidateQueries({ queryKey: ["log"] });
  }

  return (
    <li className={`entry ${entry.kind}`}>
      <div className="line">
        {entry.picture ? (
          <Link to={`/picture/${entry.id}`} title="Against what was computed">
            <img src={entry.picture} alt={entry.name} loading="lazy" />
          </Link>
        ) : (
          <span className="kind">{entry.kind}</span>
        )}
        <div className="of">
          <b>{entry.name}</b>
          <span className="caption">
            <span className="figures">{when.format(new Date(entry.at))}</span>
            <br />
            {[entry.sitting_name, entry.look, !entry.look && entry.set_name, !entry.sitting_name && entry.sitter]
              .filter(Boolean)
              .join(" · ")}
          </span>
        </div>
        <div className="told">
          {entry.told.map((k) => (
            <span key={k}>{k}</span>
          ))}
          <input
            aria-label={`Note on ${entry.name}`}
            placeholder="note"
            value={note}
            maxLength={1000}
            onChange={(e) => setNote(e.target.value)}
            onBlur={() => note !== entry.note && void put({ note })}
          />
        </div>
        {judged && (
          <div className="verdict">
            <Rate value={entry.stars} onChange={(stars) => void put({ stars })} aria-label={`Stars of ${entry.name}`} />
            <span>
              <button
                type="button"
                className="plain chip"
                aria-pressed={entry.kept === true}
                onClick={() => void put({ kept: entry.kept === true ? null : true })}
              >
                Keep
              </button>
              <button
                type="button"
                className="plain chip"
                aria-pressed={entry.kept === false}
                onClick={() => void put({ kept: entry.kept === false ? null : false })}
              >
                Not
              </button>
            </span>
          </div>
        )}
      </div>
      {entry.changed.length > 0 && (
        <div className="between" aria-label="Changed before it">
          {entry.changed.map((k) => (
            <span key={k}>{k}</span>
          ))}
        </div>
      )}
    </li>
  );
}
