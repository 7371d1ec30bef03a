import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Checkbox, Input, InputNumber, Select, Tabs } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Page, Wrong } from "../pages/Page";
import { inWords, type PlannedLook, problemsIn, server, type Sitting, type SittingPlan } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { Evening } from "./Evening";
import { LookDetails } from "./LookDetails";
import { Looks } from "./Looks";
import { Packing, Preparing } from "./Lists";
import { Posing } from "./Posing";
import { useSitting } from "./useSitting";
import "./sitting.css";

/** One sitting: its looks and settings at the left, the evening over what one look needs at the right. */
export function SittingPage() {
  const { id = "" } = useParams();
  const { sitting, change, wrong, failed, saved } = useSitting(id);
  const feet = useSettings((s) => s.feet);
  const [chosen, setChosen] = useState(0);
  const plan = useQuery({
    queryKey: ["plan", id, sitting, feet],
    enabled: sitting !== null,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: async () => {
      const { data, error } = await server.POST("/api/sittings/plan", { body: { sitting: sitting as Sitting, feet } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const made = plan.data;
  const look = made?.looks.find((k) => k.look === chosen) ?? made?.looks[0];
  if (!sitting) {
    return (
      <Page title="Sitting" back={["/sittings", "Sittings"]}>
        <Wrong text={failed} />
      </Page>
    );
  }
  const tabs = [
    {
      key: "look",
      label: "Look",
      children: look && (
        <LookDetails sitting={sitting} look={look} first={look === made?.looks[0]} before={setBefore(made, look)} onChange={change} />
      ),
    },
    { key: "room", label: "Room", children: made && <Preparing plan={made} /> },
    { key: "pack", label: "Packing", children: made && <Packing plan={made} elsewhere={sitting.elsewhere ?? false} onChange={change} /> },
    { key: "pose", label: "Posing", children: <Posing /> },
  ];
  return (
    <Page
      title={sitting.name}
      back={["/sittings", "Sittings"]}
      tools={
        <>
          <span className="caption" role="status">
            {saved ? "saved" : "changed"}
          </span>
          <Link to={`/shoot/${id}`}>Shoot</Link>
          <Link to={`/log?sitting=${id}`}>Its log</Link>
          {(sitting.looks ?? []).length > 0 && (
            <a href={`/api/sittings/${id}/file`} download="sitting.json">
              Export
            </a>
          )}
        </>
      }
    >
      <Wrong text={wrong || plan.error?.message || ""} />
      <div className="sitting-columns">
        <section className="sitting-left" aria-label="Sitting">
          <Settings sitting={sitting} change={change} />
          <Looks sitting={sitting} plan={made} chosen={look?.look ?? -1} onChoose={setChosen} onChange={change} />
        </section>
        <section className="sitting-right" aria-label="Plan">
          {made && made.looks.length > 0 ? (
            <>
              <Evening plan={made} chosen={look?.look ?? -1} onChoose={setChosen} />
              <Tabs items={tabs} size="small" />
            </>
          ) : (
            <p className="empty-page">
              Add a look: a set of the shelf, as it is to be shot. With two or more the order that costs least is found.
            </p>
          )}
        </section>
      </div>
    </Page>
  );
}

function Settings({ sitting, change }: { sitting: Sitting; change: (to: Partial<Sitting>) => void }) {
  return (
    <div className="sitting-settings">
      <label className="wide">
        Name
        <Input value={sitting.name} maxLength={80} onChange={(e) => change({ name: e.target.value })} />
      </label>
      <label>
        Date
        <Input type="date" value={sitting.date} onChange={(e) => change({ date: e.target.value })} />
      </label>
      <label>
        Begins
        <Input type="time" value={sitting.begin} onChange={(e) => e.target.value && change({ begin: e.target.value })} />
      </label>
      <label>
        Sitter
        <Input value={sitting.sitter} maxLength={80} onChange={(e) => change({ sitter: e.target.value })} />
      </label>
      <label>
        Better side
        <Select
          value={sitting.better_side ?? "not noted"}
          options={(["not noted", "sitter's left", "sitter's right"] as const).map((value) => ({ value, label: value }))}
          onChange={(value) => change({ better_side: value })}
        />
      </label>
      <label>
        Break after, min
        <InputNumber min={10} max={240} value={sitting.work ?? 45} onChange={(v) => v && change({ work: v })} />
      </label>
      <label>
        Break, min
        <InputNumber min={0} max={240} value={sitting.pause ?? 10} onChange={(v) => change({ pause: v ?? 0 })} />
      </label>
      <label>
        Margin, %
        <InputNumber
          min={0}
          max={100}
          value={Math.round((sitting.margin ?? 0.25) * 100)}
          onChange={(v) => change({ margin: (v ?? 0) / 100 })}
        />
      </label>
      <Checkbox checked={!(sitting.as_given ?? false)} onChange={(e) => change({ as_given: !e.target.checked })}>
        fewest changes first
      </Checkbox>
    </div>
  );
}

/** The set that stands when a look begins: the last of the look before it, variants counted. */
function setBefore(plan: SittingPlan | undefined | null, look: PlannedLook): string {
  const at = plan?.looks.indexOf(look) ?? -1;
  return (at > 0 && plan?.looks[at - 1]?.parts.at(-1)?.set_id) || "";
}
