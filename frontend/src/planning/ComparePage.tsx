import { useQuery } from "@tanstack/react-query";
import { Segmented, Select } from "antd";
import { useState } from "react";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import { type BesideSet, inWords, problemsIn, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { PlanningPage } from "./PlanningPage";
import { SmallFloor } from "./SmallFloor";
import { SmallLadder } from "./SmallLadder";
import { SmallPicture } from "./SmallPicture";

const MOST = 4;

/** Two to four sets side by side, the one on the bench first. */
export function ComparePage() {
  return (
    <PlanningPage title="Compare">
      <Chosen />
    </PlanningPage>
  );
}

function Chosen() {
  const feet = useSettings((s) => s.feet);
  const { id, name } = useBench.getState();
  const set = useBench((s) => s.set);
  const [others, setOthers] = useState<string[]>([]);
  const [same, setSame] = useState(false);
  const listed = useQuery({ queryKey: ["sets"], queryFn: async () => (await server.GET("/api/sets")).data, staleTime: 0 });
  const entries = (listed.data?.sets ?? []).filter((k) => k.id !== id && k.readable);
  const compared = useQuery({
    queryKey: ["beside", JSON.stringify(set), others, same, feet],
    enabled: others.length > 0 && set !== null,
    placeholderData: (before) => before,
    queryFn: async () => {
      const opened = await Promise.all(
        others.map(async (k) => (await server.GET("/api/sets/{set_id}", { params: { path: { set_id: k } } })).data),
      );
      const found = opened.filter((k) => k !== undefined);
      const sets = [...(set ? [set] : []), ...found.map((k) => k.file.set)];
      const body = { sets, names: [name, ...found.map((k) => k.name)], same_exposure: same, feet, viewer: "", number: 0 };
      const { data, error } = await server.POST("/api/compare", { body });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data.sets;
    },
  });
  const rows = others.length ? (compared.data ?? []) : [];
  return (
    <div className="plan-found">
      <div className="search">
        <Select
          mode="multiple"
          maxCount={MOST - 1}
          aria-label="Sets to compare with"
          placeholder="Choose up to three sets of the shelf"
          value={others}
          options={entries.map((k) => ({ value: k.id, label: k.name }))}
          optionFilterProp="label"
          onChange={setOthers}
        />
        <Segmented
          value={same ? "same" : "own"}
          options={[
            { value: "own", label: "each its own exposure" },
            { value: "same", label: "all at the first's" },
          ]}
          onChange={(k) => setSame(k === "same")}
        />
      </div>
      <Wrong text={compared.error?.message ?? ""} />
      {others.length === 0 && (
        <p className="empty-page">Choose one to three sets: they stand beside “{name}”, on one scale, with what differs in words.</p>
      )}
      <div className="beside" style={{ gridTemplateColumns: `repeat(${Math.max(rows.length, 1)}, minmax(0, 1fr))` }}>
        {rows.map((k, n) => (
          <Beside key={`${k.name} ${n}`} row={k} first={n === 0} />
        ))}
      </div>
    </div>
  );
}

function Beside({ row, first }: { row: BesideSet; first: boolean }) {
  return (
    <section aria-label={row.name}>
      <h2>{row.name}</h2>
      <div className="pictured-set">
        <SmallPicture set={row.set} alt={`${row.name}: the picture`} />
        <SmallLadder stops={row.stops} height={200} edges />
      </div>
      <p>
        <b>{row.pattern || "no pattern"}</b>, {row.hardness || "no"} edges, <span className="figures">{row.ratio}</span>
        <br />
        <span className="figures caption">{row.exposure}</span>
      </p>
      <SmallFloor drawing={row.drawing} width={230} height={280} />
      {first ? (
        <p className="caption">The others are told against this one.</p>
      ) : (
        <>
          <h3>Shows</h3>
          <ul>{row.differs.length ? row.differs.map((text) => <li key={text}>{text}</li>) : <li>the same within a sixth of a stop</li>}</ul>
          <h3>
            To get there <span className="figures">{Math.round(row.minutes)} min</span>
          </h3>
          <ul>
            {row.changes.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
