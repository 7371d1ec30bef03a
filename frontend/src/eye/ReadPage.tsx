import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { Button, Select } from "antd";
import { useState } from "react";
import { useParams } from "react-router";
import { Page, Wrong } from "../pages/Page";
import "../planning/planning.css";
import { type PhotoSet, type Problem, problemsIn, inWords, type ReadBack, type SetFile, server } from "../server/client";
import { HeadDial } from "./HeadDial";
import { LikelySets } from "./LikelySets";
import { asked, enough, type Place, POINTS, pointOf, type Points } from "./points";
import { Pointing } from "./Pointing";
import "./eye.css";
import "./reading.css";

class Refused extends Error {
  constructor(readonly problems: Problem[]) {
    super(inWords(problems));
  }
}

/** A picture of the log read backwards: what is pointed at, where its key stood, and three sets that would make it. */
export function ReadPage() {
  const { id = "" } = useParams();
  const [points, setPoints] = useState<Points>(() => stored(id));
  const [current, setCurrent] = useState(() => POINTS.find((k) => !stored(id)[k.name])?.name ?? "left_pupil");
  const [size, setSize] = useState<readonly [number, number]>([0, 0]);
  const entry = useQuery({
    queryKey: ["entry", id],
    queryFn: async () => (await server.GET("/api/log/{entry_id}", { params: { path: { entry_id: id } } })).data ?? null,
  }).data;
  // What light does on each face is worked out while the hand still points.
  useQuery({
    queryKey: ["reading"],
    staleTime: Infinity,
    queryFn: async () => (await server.GET("/api/log/{entry_id}/read", { params: { path: { entry_id: id } } })).data ?? null,
  });
  const ready = enough(points) && size[1] > 0;
  const read = useQuery({
    queryKey: ["read", id, points, size],
    enabled: ready,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) => {
      const { data, error } = await server.POST("/api/log/{entry_id}/read", {
        params: { path: { entry_id: id } },
        body: asked(points, ...size),
        signal,
      });
      if (!data) {
        throw new Refused(problemsIn(error));
      }
      return data;
    },
  });
  const refused = read.error instanceof Refused ? read.error.problems : [];
  const doubtful = [...(read.data?.doubtful ?? []), ...refused.map((k) => k.field)].map(pointOf);

  function put(to: Points) {
    setPoints(to);
    sessionStorage.setItem(`read ${id}`, JSON.stringify(to));
  }
  function point(name: string, at: Place) {
    put({ ...points, [name]: at });
    const next = POINTS.slice(POINTS.findIndex((k) => k.name === name) + 1).find((k) => !points[k.name]);
    if (!points[name]) {
      setCurrent(next?.name ?? name);
    }
  }

  return (
    <Page title={`Read ${entry?.name ?? "a picture"}`} back={["/log", "Log"]} className="reading">
      <Wrong text={read.error?.message ?? ""} />
      <div className="read-columns">
        <Pointing
          address={`/api/log/${id}/picture`}
          points={points}
          current={current}
          doubtful={doubtful}
          onSize={setSize}
          onPoint={point}
          onChoose={setCurrent}
        />
        <PointList
          points={points}
          current={current}
          doubtful={doubtful}
          onChoose={setCurrent}
          onTakeOut={(name) => {
            const { [name]: _, ...rest } = points;
            put(rest);
            setCurrent(name);
          }}
        />
        <section className="told-back" aria-label="What it tells" aria-busy={read.isFetching}>
          {ready && read.data ? (
            <Told read={read.data} id={id} points={points} size={size} />
          ) : (
            <p className="caption">
              Point at both pupils and the nose&apos;s tip; then the light is read from the face. Every further point makes it surer.
            </p>
          )}
        </section>
      </div>
    </Page>
  );
}

function stored(id: string): Points {
  try {
    return JSON.parse(sessionStorage.getItem(`read ${id}`) ?? "{}") as Points;
  } catch {
    return {};
  }
}

interface ListProps {
  points: Points;
  current: string;
  doubtful: readonly string[];
  onChoose: (name: string) => void;
  onTakeOut: (name: string) => void;
}

function PointList({ points, current, doubtful, onChoose, onTakeOut }: ListProps) {
  const said = POINTS.find((k) => k.name === current);
  return (
    <div className="point-list">
      <p className="say" role="status">
        {said?.say}
      </p>
      <ol aria-label="Points">
        {POINTS.map((k) => (
          <li key={k.name} className={[points[k.name] ? "set" : "", doubtful.includes(k.name) ? "doubtful" : ""].join(" ")}>
            <button type="button" className="plain" aria-pressed={k.name === current} onClick={() => onChoose(k.name)}>
              {k.label}
              {k.needed && !points[k.name] ? " (needed)" : ""}
            </button>
            {points[k.name] && (
              <button type="button" className="plain out" aria-label={`Take out ${k.label}`} onClick={() => onTakeOut(k.name)}>
                ×
              </button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

function Told({ read, id, points, size }: { read: ReadBack; id: string; points: Points; size: readonly [number, number] }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const shelf = useQuery({ queryKey: ["sets"], queryFn: async () => (await server.GET("/api/sets")).data ?? null }).data;
  const sets = shelf?.sets ?? [];
  const room = chosen ?? sets[0]?.id ?? null;
  const likely = useMutation({
    mutationFn: async () => {
      const kept = room ? await server.GET("/api/sets/{set_id}", { params: { path: { set_id: room } } }) : null;
      if (!kept?.data) {
        throw new Error("There is no set whose room could be used: begin one first.");
      }
      const { data, error } = await server.POST("/api/log/{entry_id}/likely", {
        params: { path: { entry_id: id } },
        body: { ...asked(points, ...size), set: kept.data.file.set as PhotoSet },
      });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return { sets: data.sets, beside: kept.data.file as SetFile };
    },
  });
  return (
    <>
      <HeadDial
        azimuth={Math.round(read.azimuth)}
        elevation={Math.round(read.elevation)}
        size={read.ratio ?? 0.3}
        ring={read.ring}
        truth={null}
      />
      <ul className="told-lines">
        {read.lines.map((k) => (
          <li key={k}>{k}</li>
        ))}
        {read.doubts.map((k) => (
          <li key={k} className="doubt">
            {k}
          </li>
        ))}
      </ul>
      <div className="likely-ask">
        <label>
          in the room of
          <Select
            aria-label="Room"
            value={room}
            options={sets.map((k) => ({ value: k.id, label: k.name }))}
            onChange={setChosen}
            popupMatchSelectWidth={false}
          />
        </label>
        <Button type="primary" loading={likely.isPending} onClick={() => likely.mutate()}>
          Three likely sets
        </Button>
      </div>
      <Wrong text={likely.error?.message ?? ""} />
      {likely.data && <LikelySets {...likely.data} />}
    </>
  );
}
