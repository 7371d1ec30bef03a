import { useEffect } from "react";
import { type PhotoSet, type Picture, server } from "../server/client";
import { idleWhen, lookAgain } from "../server/idle";
import { useBench } from "../bench/store";
import { useFrame } from "./store";

const REST = 180; // ms without a change after which the fine picture is asked for
const viewer = crypto.randomUUID();
let turn = 0;

/** How a set is looked at: one light alone, without flash, with what clips marked. */
type View = Pick<ReturnType<typeof useFrame.getState>, "solo" | "withoutFlash" | "marked">;

/** What the picture shows: an answer that is previewed, else the set. */
function pictured(): { set: PhotoSet | null; view: View } {
  const { preview, solo, withoutFlash, marked } = useFrame.getState();
  return { set: preview?.set ?? useBench.getState().set, view: { solo, withoutFlash, marked } };
}

function sameView(a: View | null, b: View) {
  return a !== null && a.solo === b.solo && a.withoutFlash === b.withoutFlash && a.marked === b.marked;
}

/** What a request beside the pictures tells the server about this tab. */
export function newestTurn() {
  return { viewer, turn };
}

function nameOf(picture: Picture | null) {
  return picture?.pattern?.pattern ?? "";
}

let lastSet: PhotoSet | null = null;

/** A set whose pattern is meant to be another: no move of the sitter broke it. */
export function meant(set: PhotoSet) {
  lastSet = set;
}

/** The pattern that a move of the sitter took away, until it is back or the light is moved. */
function brokenBy(now: { broken: string; picture: Picture | null }, set: PhotoSet, picture: Picture): string {
  const before = lastSet;
  lastSet = set;
  const had = now.broken || nameOf(now.picture);
  const lightMoved = JSON.stringify(before?.lights) !== JSON.stringify(set.lights);
  const sitterMoved = JSON.stringify(before?.sitter) !== JSON.stringify(set.sitter);
  if (!before || (lightMoved && !sitterMoved) || had === nameOf(picture)) {
    return "";
  }
  return sitterMoved ? had : now.broken;
}

const BUSY = 503;
const WAIT = 1000; // ms after which a server that had too many pictures to work on is asked again

async function ask(set: PhotoSet, view: View, quality: "dragged" | "settled", signal: AbortSignal): Promise<void> {
  turn += 1;
  const { solo, withoutFlash: without_flash, marked } = view;
  const body = { set, quality, viewer, turn, solo, without_flash, marked, was: nameOf(useFrame.getState().picture) };
  const { data, response } = await server.POST("/api/picture", { body, signal });
  if (data && data.turn <= turn) {
    useFrame.setState((now) => ({ picture: data, of: set, flashless: without_flash, broken: brokenBy(now, set, data) }));
  } else if (response.status === BUSY && quality === "settled") {
    await new Promise((done) => setTimeout(done, WAIT));
    if (!signal.aborted) {
      await ask(set, view, quality, signal);
    }
  }
}

/** Whether the fine picture of what is seen stands. */
function settled(): boolean {
  const { picture, of } = useFrame.getState();
  const { set } = pictured();
  return set === null || (picture?.quality === "settled" && of === set && !useBench.getState().dragging);
}

/**
 * Keeps the picture with the set: quick pictures one after another while it changes, the fine one at rest.
 * A change ends a fine picture that is under way; a quick one is let finish, so that a drag always shows one.
 */
export function usePicture() {
  useEffect(() => {
    let shown: PhotoSet | null = null;
    let shownSo: View | null = null;
    let quick = false;
    let fine: AbortController | null = null;
    let rest: ReturnType<typeof setTimeout> | undefined;

    function settle(set: PhotoSet, view: View) {
      clearTimeout(rest);
      rest = setTimeout(() => {
        const now = pictured();
        if (now.set !== set || !sameView(view, now.view) || useBench.getState().dragging) {
          return;
        }
        fine = new AbortController();
        ask(set, view, "settled", fine.signal).catch(() => undefined);
      }, REST);
    }

    async function follow() {
      if (quick) {
        return;
      }
      quick = true;
      for (let { set, view } = pictured(); set && (set !== shown || !sameView(shownSo, view)); { set, view } = pictured()) {
        fine?.abort();
        clearTimeout(rest);
        shown = set;
        shownSo = view;
        await ask(set, view, "dragged", new AbortController().signal).catch(() => undefined);
      }
      quick = false;
      if (shown && shownSo) {
        settle(shown, shownSo);
      }
    }

    void follow();
    const stops = [
      idleWhen(settled),
      useFrame.subscribe(lookAgain),
      useFrame.subscribe((now, before) => {
        if (!sameView(before, now) || now.preview !== before.preview) {
          void follow();
        }
      }),
      useBench.subscribe((now, before) => {
        if (now.set !== before.set) {
          void follow();
        } else if (before.dragging && !now.dragging && now.set) {
          const { set, view } = pictured();
          if (set) {
            settle(set, view);
          }
        }
      }),
    ];
    return () => {
      stops.forEach((stop) => stop());
      clearTimeout(rest);
      fine?.abort();
      shown = null;
    };
  }, []);
}
