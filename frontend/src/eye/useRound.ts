import { useCallback, useEffect, useRef, useState } from "react";
import { type EyeAnswer, type EyeMarked, type EyeTask, inWords, type OwnPicture, problemsIn, server } from "../server/client";
import { queries } from "../server/queries";

export const BEGUN: EyeAnswer = { azimuth: 30, elevation: 25, size: 0.5, depth: 1.5, rim: "none", ground: "even", pattern: "" };
export const ROUND = 5; // pictures
export const MINUTES = 5;
/** What is practised: a level, or what is due and weakest. */
export type Level = number | "weakest";
type Ready = Promise<{ task: EyeTask | null; wrong: string }>;

async function asked(level: Level): Ready {
  const query = level === "weakest" ? {} : { level };
  const { data, error } = await server
    .GET("/api/practice/task", { params: { query } })
    .catch(() => ({ data: undefined, error: undefined }));
  return { task: data ?? null, wrong: data ? "" : inWords(problemsIn(error)) };
}

/** A round of pictures: the one that is read, its answer, what came of it, and the time that is left. */
export function useRound(level: Level) {
  const [task, setTask] = useState<EyeTask | null>(null);
  const [ahead, setAhead] = useState<Ready | null>(null);
  const [answer, setAnswer] = useState(BEGUN);
  const [marked, setMarked] = useState<EyeMarked | null>(null);
  const [own, setOwn] = useState<OwnPicture | null>(null);
  const [totals, setTotals] = useState<readonly number[]>([]);
  const [wrong, setWrong] = useState("");
  const [left, setLeft] = useState(MINUTES * 60);
  const shownAt = useRef(0);
  const begunAt = useRef(Date.now());
  const turn = useRef(0);

  const go = useCallback(async (of: Level, ready: Ready | null) => {
    turn.current += 1;
    const mine = turn.current;
    setMarked(null);
    setOwn(null);
    setTask(null);
    setAnswer(BEGUN);
    const made = await (ready ?? asked(of));
    if (mine !== turn.current) {
      return; // another level was chosen meanwhile
    }
    setTask(made.task);
    setWrong(made.wrong);
    shownAt.current = Date.now();
    // While this one is read. What is weakest is known only after its answer.
    setAhead(made.task && of !== "weakest" ? asked(of) : null);
  }, []);

  const begin = useCallback(() => {
    begunAt.current = Date.now();
    setTotals([]);
    setLeft(MINUTES * 60);
  }, []);

  useEffect(() => {
    begin();
    void go(level, null);
  }, [begin, go, level]);

  useEffect(() => {
    const clock = setInterval(() => setLeft(Math.max(MINUTES * 60 - (Date.now() - begunAt.current) / 1000, 0)), 1000);
    return () => clearInterval(clock);
  }, []);

  async function put() {
    if (!task || marked) {
      return;
    }
    const mine = turn.current;
    const seconds = Math.min((Date.now() - shownAt.current) / 1000, 3600);
    const body = { level: task.level, seed: task.seed, answer, seconds };
    const { data, error } = await server.POST("/api/practice/mark", { body }).catch(() => ({ data: undefined, error: undefined }));
    if (mine !== turn.current) {
      return;
    }
    setWrong(data ? "" : inWords(problemsIn(error)));
    if (data) {
      setMarked(data);
      setTotals((before) => [...before, data.total]);
      void queries.invalidateQueries({ queryKey: ["progress"] });
      const made = await server.POST("/api/practice/own", { body }).catch(() => ({ data: undefined }));
      if (mine !== turn.current) {
        return;
      }
      setOwn(made.data ?? null);
      if (level === "weakest") {
        setAhead(asked(level));
      }
    }
  }

  const over = marked !== null && (totals.length >= ROUND || left <= 0);
  async function next() {
    if (over) {
      begin();
    }
    await go(level, ahead);
  }
  const change = (to: Partial<EyeAnswer>) => marked || setAnswer((before) => ({ ...before, ...to }));
  return { task, answer, marked, own, totals, wrong, left, over, put, next, change };
}
