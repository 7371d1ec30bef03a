import { useQuery } from "@tanstack/react-query";
import { App, Button } from "antd";
import { Link } from "react-router";
import { useBench } from "../bench/store";
import { type Aim, type PhotoSet, type PlannedSet, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import { SmallFloor } from "./SmallFloor";
import { SmallLadder } from "./SmallLadder";
import { keepAsAnother } from "./take";

/** The chosen suggestion: where things stand, why, what is weak, what it needs; to be taken. */
export function Chosen({ chosen, aims, onTake }: { chosen: PlannedSet; aims?: readonly Aim[]; onTake: (set: PhotoSet) => void }) {
  const { message } = App.useApp();
  const name = useBench((s) => s.name);
  const drawing = useDrawing(chosen.set);
  const warnings = useChecked(chosen.set);

  async function keep() {
    const { id, wrong } = await keepAsAnother(chosen.set, `${chosen.title}, ${name}`);
    message.open({
      type: id ? "success" : "error",
      duration: 8,
      content: id ? (
        <>
          Kept on the shelf. <Link to={`/set/${id}`}>Open it</Link>
        </>
      ) : (
        wrong
      ),
    });
  }

  return (
    <section className="chosen" aria-label={`${chosen.title}, chosen`}>
      <SmallLadder stops={chosen.stops} aims={aims ?? []} height={250} edges />
      {drawing ? <SmallFloor drawing={drawing} width={200} height={250} /> : <div className="small-floor" aria-busy="true" />}
      <div>
        <h2>
          {chosen.title}
          <span className="takes">
            <Button type="primary" onClick={() => onTake(chosen.set)}>
              Take it
            </Button>
            <Button onClick={() => void keep()}>Keep as another set</Button>
          </span>
        </h2>
        {chosen.reasons.map((k) => (
          <p key={k}>{k}</p>
        ))}
        <Told title="Weak" lines={[...chosen.weak, ...chosen.binds]} />
        <Told title="Check" lines={warnings ?? []} />
        <Told title="Uses" lines={[chosen.uses.join(", ")]} />
        <Told title="To do" lines={chosen.changes} />
      </div>
    </section>
  );
}

function Told({ title, lines }: { title: string; lines: readonly string[] }) {
  const told = lines.filter(Boolean);
  return told.length ? (
    <div className="told">
      <h3>{title}</h3>
      <ul>
        {told.map((k) => (
          <li key={k}>{k}</li>
        ))}
      </ul>
    </div>
  ) : null;
}

/** What the check would ask to be looked at in a set that does not lie on the bench. */
function useChecked(set: PhotoSet) {
  const feet = useSettings((s) => s.feet);
  return useQuery({
    queryKey: ["checked", JSON.stringify(set), feet],
    staleTime: Infinity,
    queryFn: async () => (await server.POST("/api/plan/checked", { body: { set, feet, viewer: "", number: 0 } })).data?.warnings ?? [],
  }).data;
}

/** The drawing of a set that does not lie on the bench. */
export function useDrawing(set: PhotoSet) {
  const feet = useSettings((s) => s.feet);
  return useQuery({
    queryKey: ["drawn", JSON.stringify(set), feet],
    staleTime: Infinity,
    queryFn: async () => (await server.POST("/api/scene", { body: { set, feet, thing: "camera" } })).data?.drawing ?? null,
  }).data;
}
