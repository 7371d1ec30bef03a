import { App } from "antd";
import { useEffect } from "react";
import { useNavigate } from "react-router";
import { inWords, problemsIn, server } from "../server/client";
import { useBench } from "./store";

const REST = 700; // ms without a change after which the set is saved

function body() {
  const { file, set, name, notes, version } = useBench.getState();
  return set && file ? { based_on: version, file: { ...file, name, notes, set } } : null;
}

/** Saves a while after each change, and at once when the page is left. A stale save moves this tab to its kept copy. */
export function useAutosave() {
  const { message } = App.useApp();
  const navigate = useNavigate();
  useEffect(() => {
    let rest: ReturnType<typeof setTimeout> | undefined;
    let busy = false;

    async function save() {
      const { id, set, savedSet, dragging } = useBench.getState();
      const sent = body();
      if (busy || dragging || !sent || set === savedSet) {
        return;
      }
      busy = true;
      useBench.setState({ saving: "saving" });
      const { data, error, response } = await server
        .PUT("/api/sets/{set_id}", { params: { path: { set_id: id } }, body: sent })
        .catch(() => ({ data: undefined, error: undefined, response: undefined }));
      busy = false;
      if (useBench.getState().id !== id) {
        return;
      }
      if (data) {
        useBench.setState({ version: data.version, savedSet: set, saving: "saved" });
      } else if (response?.status === 409 && error && "kept" in error) {
        message.warning(
          `This set was changed in another tab. Your version is kept as “${error.kept.name}”, and you are on it now.`,
          8,
        );
        navigate(`/set/${error.kept.id}`, { replace: true });
        return;
      } else {
        useBench.setState({ saving: "failed" });
        message.error(`Not saved. ${inWords(problemsIn(error))}`);
      }
      if (useBench.getState().set !== useBench.getState().savedSet && data) {
        plan();
      }
    }

    function plan() {
      clearTimeout(rest);
      rest = setTimeout(() => void save(), REST);
    }

    function leave() {
      const { id, set, savedSet } = useBench.getState();
      const sent = body();
      if (sent && set !== savedSet) {
        void fetch(`/api/sets/${id}`, {
          method: "PUT",
          keepalive: true,
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify(sent),
        });
      }
    }

    const stop = useBench.subscribe((now, before) => {
      if (now.id === before.id && (now.set !== before.set || now.dragging !== before.dragging) && now.set !== now.savedSet) {
        plan();
      }
    });
    window.addEventListener("pagehide", leave);
    return () => {
      stop();
      clearTimeout(rest);
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [message, navigate]);
}
