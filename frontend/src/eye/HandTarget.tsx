import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { useBench } from "../bench/store";
import { Wrong } from "../pages/Page";
import { type HandMatch, inWords, type PhotoSet, problemsIn, server } from "../server/client";
import { useSettings } from "../theme/useSettings";
import "./eye.css";

const REST = 700; // ms without a change, after which it is a move
const MOST = 3; // stops beside, at which the bar is empty

/** What a set of the shelf is to be moved into, where it was begun as practice of the hand; null for all others. */
export function useHand(id: string) {
  const asked = useQuery({
    queryKey: ["hand", id],
    staleTime: Infinity,
    retry: false,
    queryFn: async () => (await server.GET("/api/practice/hand/{set_id}", { params: { path: { set_id: id } } })).data?.hand ?? null,
  });
  return asked.data ?? null;
}

/** The picture to be made, how near the set on the bench comes, and a hint. */
export function HandTarget({ id, target }: { id: string; target: string }) {
  const set = useBench((s) => s.set);
  const moving = useBench((s) => s.dragging);
  const [rested, setRested] = useState<PhotoSet | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setRested(moving ? null : set), REST);
    return () => clearTimeout(timer);
  }, [set, moving]);
  const feet = useSettings((s) => s.feet);
  const path = { set_id: id };
  const match = useQuery({
    queryKey: ["match", id, rested],
    enabled: rested !== null,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) => {
      if (!rested) {
        throw new Error("nothing on the bench");
      }
      const body = { set: rested };
      const { data, error } = await server.POST("/api/practice/hand/{set_id}/match", { params: { path }, body, signal });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      return data;
    },
  });
  const hint = useMutation({
    mutationFn: async () => {
      if (!set) {
        return "";
      }
      const { data, error } = await server.POST("/api/practice/hand/{set_id}/hint", { params: { path }, body: { set, feet } });
      if (!data) {
        throw new Error(inWords(problemsIn(error)));
      }
      void match.refetch();
      return data.text;
    },
  });
  const made = match.data;
  return (
    <section className="hand-target" aria-label="The picture to make">
      <h2>Make this picture</h2>
      <img src={target} alt="The picture to make" />
      {made && <Near made={made} />}
      <Wrong text={match.error?.message ?? hint.error?.message ?? ""} />
      {!made?.done && (
        <Button loading={hint.isPending} onClick={() => hint.mutate()}>
          Hint
        </Button>
      )}
      {hint.data && !made?.done && <p role="status">{hint.data}</p>}
      <Link to="/practice">Back to Practice</Link>
    </section>
  );
}

function Near({ made }: { made: HandMatch }) {
  const near = made.differs === null || made.differs === undefined ? 0 : Math.max(0, 1 - made.differs / MOST);
  const share = made.same ? 100 : Math.round(near * 100);
  return (
    <>
      <div className="nearness" role="meter" aria-label="How near it comes" aria-valuemin={0} aria-valuemax={100} aria-valuenow={share}>
        <span style={{ width: `${share}%` }} />
      </div>
      <p className={made.same ? "same" : ""} role="status">
        {made.text}
      </p>
      {made.done && made.mark !== null && made.mark !== undefined && (
        <p className="figures hand-mark">{Math.round(made.mark * 100)} of 100</p>
      )}
      <p className="caption">
        {made.moves} move{made.moves === 1 ? "" : "s"}, {made.hints} hint{made.hints === 1 ? "" : "s"}
      </p>
    </>
  );
}
