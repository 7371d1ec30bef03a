import { App } from "antd";
import { useEffect } from "react";
import { useNavigate } from "react-router";
import { idleWhen, lookAgain } from "../server/idle";
import { askedOf } from "./asked";
import { mustHold, save, saveOnLeaving, useSaving } from "./saving";
import { useBench } from "./store";

const REST = 700; // ms without a change after which the set is saved
const AGAIN = 3000; // ms after which a save that was not answered is tried again

/** Saves a while after each change, and at once when the page is left. A stale save moves this tab to its kept copy. */
export function useAutosave() {
  const { message } = App.useApp();
  const navigate = useNavigate();
  useEffect(() => {
    let rest: ReturnType<typeof setTimeout> | undefined;
    let told = false;

    async function saveNow() {
      if (useBench.getState().dragging) {
        return;
      }
      const { id } = useBench.getState();
      const done = await save();
      if (useBench.getState().id !== id) {
        return;
      }
      if (done.kind === "stale") {
        message.warning(`This set was changed in another tab. Your version is kept as “${done.kept.name}”, and you are on it now.`, 8);
        navigate(`/set/${done.kept.id}`, { replace: true });
      } else if (done.kind === "refused") {
        message.error(`Not saved. ${done.words}`);
      } else if (done.kind === "unanswered") {
        if (!told) {
          message.error("Not saved yet: the server does not answer. It is tried again.");
        }
        told = true;
        plan(AGAIN);
      } else {
        told = false;
        if (useBench.getState().set !== useSaving.getState().savedSet) {
          plan(REST);
        }
      }
    }

    function plan(after: number) {
      clearTimeout(rest);
      rest = setTimeout(() => void saveNow(), after);
    }

    const stop = useBench.subscribe((now, before) => {
      const changed = now.set !== before.set || now.dragging !== before.dragging;
      if (now.id === before.id && changed && now.set !== useSaving.getState().savedSet) {
        plan(REST);
      }
    });

    function hold(event: BeforeUnloadEvent) {
      if (mustHold()) {
        event.preventDefault();
      }
    }

    /** Back from the browser's page cache: what was sent on leaving is this tab's own. */
    function shown(event: PageTransitionEvent) {
      if (event.persisted) {
        void saveNow();
      }
    }

    const stopSaying = [
      idleWhen(() => askedOf(useBench.getState().id).length === 0),
      idleWhen(() => useSaving.getState().state === "saved" && useBench.getState().set === useSaving.getState().savedSet),
      useBench.subscribe(lookAgain),
      useSaving.subscribe(lookAgain),
    ];
    window.addEventListener("pagehide", saveOnLeaving);
    window.addEventListener("pageshow", shown);
    window.addEventListener("beforeunload", hold);
    return () => {
      stop();
      stopSaying.forEach((done) => done());
      clearTimeout(rest);
      window.removeEventListener("pagehide", saveOnLeaving);
      window.removeEventListener("pageshow", shown);
      window.removeEventListener("beforeunload", hold);
      void save();
    };
  }, [message, navigate]);
}
