import { useHotkeys } from "react-hotkeys-hook";
import { askRoads, choose, chooseOption, chooseStep, editThing, lookAlone, moveThing, nudgeValue, redo, stepValue, toggleFollow, undo } from "../bench/actions";
import { OVERLAYS, useBench } from "../bench/store";
import { useLook } from "../look/useLook";
import type { Pattern } from "../server/client";
import { useSteps } from "../steps/useSteps";

const COARSE = 5; // cm or degrees
const FINE = 1;

/** Where the chosen thing stands, from the drawing. */
function placeOf(thing: string): readonly number[] | undefined {
  const drawing = useBench.getState().scene?.drawing;
  if (thing.startsWith("lights.")) {
    return drawing?.lights[Number(thing.slice(7))]?.place;
  }
  if (thing.startsWith("panels.")) {
    return drawing?.panels[Number(thing.slice(7))]?.place;
  }
  if (thing.startsWith("furniture.")) {
    return drawing?.furniture[Number(thing.slice(10))]?.place;
  }
  if (thing.startsWith("doors.")) {
    return drawing?.doors[Number(thing.slice(6))]?.place;
  }
  if (thing === "sitter") {
    return drawing?.sitter.place;
  }
  return thing === "camera" ? drawing?.camera.place : undefined;
}

function nudge(axis: 0 | 1 | 2, by: number) {
  const { thing } = useBench.getState();
  const key = (["x", "y", "z"] as const)[axis];
  if (thing === "backdrop") {
    void nudgeValue(`backdrop.${key === "y" ? "height" : key}`, by / 100);
    return;
  }
  const at = placeOf(thing)?.[axis];
  if (at !== undefined) {
    void moveThing(thing, "place", { [key]: at + by / 100 });
  }
}

/** Turns the sitter's head, or moves what a light or the camera is aimed at. */
function aim(key: string, step: number) {
  const { thing, scene } = useBench.getState();
  if (thing === "sitter") {
    const across = key === "ArrowLeft" ? -step : key === "ArrowRight" ? step : 0;
    void (across ? nudgeValue("sitter.head_turn", across) : nudgeValue("sitter.head_nod", key === "ArrowDown" ? step : -step));
    return;
  }
  if (thing === "backdrop") {
    void nudgeValue("backdrop.turn", key === "ArrowLeft" ? -step : step);
    return;
  }
  const light = thing.startsWith("lights.") ? scene?.drawing.lights[Number(thing.slice(7))] : undefined;
  const panel = thing.startsWith("panels.") ? scene?.drawing.panels[Number(thing.slice(7))] : undefined;
  const at = thing === "camera" ? scene?.drawing.camera.aim : (light ?? panel)?.aim;
  if (at) {
    const by = (key === "ArrowLeft" || key === "ArrowDown" ? -step : step) / 100;
    const axis = key === "ArrowLeft" || key === "ArrowRight" ? 0 : 1;
    void moveThing(thing, "aim", { [axis ? "y" : "x"]: (at[axis] ?? 0) + by });
  }
}

const AXES: Record<string, readonly [0 | 1 | 2, number]> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [2, -1],
  ArrowDown: [2, 1],
  PageUp: [1, 1],
  PageDown: [1, -1],
};

/** By their first letter; T for the top, E for the edge. */
const PATTERN_KEYS: Record<string, Pattern> = { F: "flat", B: "butterfly", L: "loop", R: "Rembrandt", S: "split", T: "overhead", U: "under light", E: "rim" };

/** All keys of the bench. Inputs keep their own keys. */
export function useKeys(onSheet: () => void) {
  const steps = useSteps();
  useHotkeys("left,right,up,down,pageup,pagedown,shift+left,shift+right,shift+up,shift+down,shift+pageup,shift+pagedown", (event) => {
    event.preventDefault();
    const move = AXES[event.key];
    if (move) {
      nudge(move[0], move[1] * (event.shiftKey ? FINE : COARSE));
    }
  });
  useHotkeys("alt+left,alt+right,alt+up,alt+down,alt+shift+left,alt+shift+right,alt+shift+up,alt+shift+down", (event) => {
    event.preventDefault();
    aim(event.key, event.shiftKey ? FINE : COARSE);
  });
  useHotkeys("comma,period", (event, hotkey) => {
    event.preventDefault();
    const { thing } = useBench.getState();
    const light = thing.startsWith("lights.") ? thing : "lights.0";
    void stepValue(`${light}.output`, hotkey.keys?.[0] === "comma" ? -1 : 1);
  });
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    undo();
  });
  useHotkeys("mod+shift+z,mod+y", (event) => {
    event.preventDefault();
    redo();
  });
  useHotkeys("u", () => useLook.getState().toggleFeet());
  useHotkeys("t", () => useLook.getState().toggleDesk());
  // By the character, not the key's place: the question mark lies elsewhere on other keyboards.
  useHotkeys(
    "?",
    (event) => {
      event.preventDefault();
      onSheet();
    },
    { useKey: true, ignoreModifiers: true },
  );
  useHotkeys("1,2,3,4,5,6,7,8,9", (event) => {
    const step = steps?.steps[Number(event.key) - 1];
    if (step) {
      chooseStep(step.thing);
    }
  });
  useHotkeys("s,c,b,r", (_, hotkey) => {
    const things: Record<string, string> = { s: "sitter", c: "camera", b: "backdrop", r: "room" };
    choose(things[hotkey.keys?.[0] ?? ""] ?? "sitter");
  });
  useHotkeys("a,d,e,f,g,h,i,j,k,l,m,o,p,q,w,y,z", (event) => {
    const drawing = useBench.getState().scene?.drawing;
    const letter = event.key.toUpperCase();
    for (const kind of ["lights", "panels", "furniture", "doors"] as const) {
      const at = drawing?.[kind].findIndex((k) => k.letter === letter) ?? -1;
      if (at >= 0) {
        choose(`${kind}.${at}`);
      }
    }
  });
  useHotkeys("shift+f,shift+b,shift+l,shift+r,shift+s,shift+t,shift+u,shift+e", (event) => {
    const target = PATTERN_KEYS[event.key.toUpperCase()];
    if (target) {
      void askRoads(target, true);
    }
  });
  useHotkeys("shift+k", () => void toggleFollow());
  useHotkeys("n", (event) => {
    event.preventDefault();
    useBench.setState({ picking: true });
  });
  useHotkeys("0", () => useBench.setState((now) => ({ overlay: OVERLAYS[(OVERLAYS.indexOf(now.overlay) + 1) % OVERLAYS.length] ?? "none" })));
  useHotkeys("v", () => useBench.setState((now) => ({ lines: !now.lines })));
  useHotkeys("x,shift+o,shift+m,delete", (event) => {
    const { thing, scene } = useBench.getState();
    const light = thing.startsWith("lights.");
    const panel = thing.startsWith("panels.");
    if (!light && !panel && !(event.key === "Delete" && /^(furniture|doors)\./.test(thing))) {
      return;
    }
    const on = scene?.choices.find((c) => c.field === `${thing}.on`)?.chosen;
    const acts: Record<string, () => void> = {
      x: () => light && lookAlone(Number(thing.slice(7))),
      O: () => void chooseOption(`${thing}.on`, on === "yes" ? "no" : "yes"),
      M: () => void editThing(thing, "mirror"),
      Delete: () => void editThing(thing, "remove"),
    };
    acts[event.key]?.();
  });
  useHotkeys("escape", () => useBench.setState({ solo: null, picking: false, preview: null, idea: null }));
}
