import { useHotkeys } from "react-hotkeys-hook";
import { chooseOption, editThing, moveThing, nudgeValue, redo, stepValue, toggleFollow, undo } from "../bench/changes";
import { askWays, choose, chooseStep, lookAlone } from "../bench/choosing";
import { useOpen } from "../bench/open";
import { chosenLight, useBench } from "../bench/store";
import { nextOverlay, useFrame } from "../frame/store";
import { COUNTED, counted, lightIndex, type Single, type Thing } from "../server/things";
import { takeUp, useMeter } from "../meter/store";
import { useSettings } from "../theme/useSettings";
import { dropWish } from "../wish/ask";
import { useSteps } from "../steps/useSteps";

const COARSE = 5; // cm or degrees
const FINE = 1;

/** Where the chosen thing stands, from the drawing. */
function placeOf(thing: Thing): readonly number[] | undefined {
  const drawing = useBench.getState().scene?.drawing;
  const one = counted(thing);
  if (one) {
    return drawing?.[one.kind][one.index]?.place;
  }
  return thing === "sitter" || thing === "camera" ? drawing?.[thing].place : undefined;
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
  const one = counted(thing);
  const aimed = one?.kind === "lights" || one?.kind === "panels" ? scene?.drawing[one.kind][one.index] : undefined;
  const at = thing === "camera" ? scene?.drawing.camera.aim : aimed?.aim;
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
    void stepValue(`lights.${chosenLight(thing)}.output`, hotkey.keys?.[0] === "comma" ? -1 : 1);
  });
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    undo();
  });
  useHotkeys("mod+shift+z,mod+y", (event) => {
    event.preventDefault();
    redo();
  });
  useHotkeys("u", () => useSettings.getState().toggleFeet());
  useHotkeys("t", () => useSettings.getState().toggleDesk());
  // By the character, not the key's place: the question mark lies elsewhere on other keyboards.
  useHotkeys(
    "?",
    (event) => {
      event.preventDefault();
      onSheet();
    },
    { useKey: true, ignoreModifiers: true },
  );
  useHotkeys("1,2,3,4,5,6,7,8,9,0", (event) => {
    const step = steps?.steps[(Number(event.key) || 10) - 1];
    if (step) {
      chooseStep(step);
    }
  });
  useHotkeys("s,c,b,r", (_, hotkey) => {
    const things: Record<string, Single> = { s: "sitter", c: "camera", b: "backdrop", r: "room" };
    choose(things[hotkey.keys?.[0] ?? ""] ?? "sitter");
  });
  useHotkeys("a,d,e,f,g,h,i,j,k,l,m,o,p,q,w,y,z", (event) => {
    const drawing = useBench.getState().scene?.drawing;
    const letter = event.key.toUpperCase();
    for (const kind of COUNTED) {
      const at = drawing?.[kind].findIndex((k) => k.letter === letter) ?? -1;
      if (at >= 0) {
        choose(`${kind}.${at}`);
      }
    }
  });
  useHotkeys("shift+f,shift+b,shift+l,shift+r,shift+s,shift+t,shift+u,shift+e", (event) => {
    const target = steps?.patterns.find((k) => k.key === event.key.toUpperCase());
    if (target) {
      void askWays(target.name, true);
    }
  });
  useHotkeys("shift+k", () => void toggleFollow());
  useHotkeys("n", (event) => {
    event.preventDefault();
    useOpen.setState({ picking: true });
  });
  useHotkeys("shift+0", nextOverlay);
  useHotkeys("shift+h", () => {
    takeUp();
    const expose = steps?.steps.find((k) => k.code === "expose");
    if (expose && useMeter.getState().inHand) {
      chooseStep(expose);
    }
  });
  useHotkeys("shift+w", () => useFrame.setState((now) => ({ withoutFlash: !now.withoutFlash })));
  useHotkeys("v", () => useOpen.setState((now) => ({ lines: !now.lines })));
  useHotkeys("x,shift+o,shift+m,delete", (event) => {
    const { thing, scene } = useBench.getState();
    const kind = counted(thing)?.kind;
    const light = lightIndex(thing);
    if (kind !== "lights" && kind !== "panels" && !(event.key === "Delete" && kind)) {
      return;
    }
    const on = scene?.choices.find((c) => c.field === `${thing}.on`)?.chosen;
    const acts: Record<string, () => void> = {
      x: () => light !== null && lookAlone(light),
      O: () => void chooseOption(`${thing}.on`, on === "yes" ? "no" : "yes"),
      M: () => void editThing(thing, "mirror"),
      Delete: () => void editThing(thing, "remove"),
    };
    acts[event.key]?.();
  });
  useHotkeys("escape", () => {
    if (useFrame.getState().preview === null) {
      dropWish();
    }
    useFrame.setState({ solo: null, preview: null, idea: null, withoutFlash: false });
    useOpen.setState({ picking: false });
  });
}
