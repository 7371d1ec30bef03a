import { useLook } from "../look/useLook";
import type { Role } from "../gear/roles";
import { type Pattern, type Problem, problemsIn, type Scene, server } from "../server/client";
import { meant, newestTurn } from "./usePicture";
import { beginDrag, endDrag, history, takeScene, useBench } from "./store";

type Axes = { x?: number; y?: number; z?: number };

function asked() {
  const { set, thing } = useBench.getState();
  return set ? { set, thing, feet: useLook.getState().feet } : null;
}

/** Puts an answer on the bench; gives back what was refused. */
function taken(result: { data?: Scene | undefined; error?: unknown }): Problem[] {
  if (result.data) {
    takeScene(result.data);
    useBench.setState((now) => ({ thing: result.data?.thing || now.thing, solo: soloStill(now.solo) }));
    return [];
  }
  return problemsIn(result.error);
}

let last: Promise<unknown> = Promise.resolve();

/** A change of the set by the server, after those asked for before it: each goes from what the one before made. */
function changed(ask: (body: NonNullable<ReturnType<typeof asked>>) => Promise<{ data?: Scene | undefined; error?: unknown }>): Promise<Problem[]> {
  const next = last.then(async () => {
    const body = asked();
    return body ? taken(await ask(body)) : [];
  });
  last = next.catch(() => undefined);
  return next;
}

/** A light that is gone is not looked at alone any more. */
function soloStill(solo: number | null) {
  return solo !== null && solo < (useBench.getState().set?.lights.length ?? 0) ? solo : null;
}

/** Draws the present set anew (another thing chosen, other units, undo); the set itself stays as it is. */
export async function refreshScene(): Promise<void> {
  const body = asked();
  const { data } = body ? await server.POST("/api/scene", { body }) : { data: undefined };
  if (data && body?.set === useBench.getState().set) {
    useBench.setState((now) => ({ scene: data, resisted: "", thing: data.thing || now.thing, solo: soloStill(now.solo) }));
  }
}

export function undo() {
  history.getState().undo();
  useBench.setState({ preview: null });
  void refreshScene();
}

export function redo() {
  history.getState().redo();
  useBench.setState({ preview: null });
  void refreshScene();
}

export function moveThing(thing: string, handle: string, to: Axes): Promise<Problem[]> {
  return changed((body) => server.POST("/api/move", { body: { ...body, thing, handle, to } }));
}

export function enterValue(field: string, text: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/enter", { body: { ...body, field, text } }));
}

export function stepValue(field: string, steps: number): Promise<Problem[]> {
  return changed((body) => server.POST("/api/step", { body: { ...body, field, steps } }));
}

export function nudgeValue(field: string, by: number): Promise<Problem[]> {
  return changed((body) => server.POST("/api/nudge", { body: { ...body, field, by } }));
}

export function seatSitter(who: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/seat", { body: { ...body, who } }));
}

type Add = { part: "sources" | "panels" | "furniture" | "doors"; name: string; modifier: string; role: Role };

export function addThing(add: Add): Promise<Problem[]> {
  return changed((body) => server.POST("/api/add", { body: { ...body, ...add } }));
}

export function editThing(thing: string, action: "remove" | "copy" | "mirror" | "board"): Promise<Problem[]> {
  if (action === "remove") {
    useBench.setState({ solo: null });
  }
  return changed((body) => server.POST("/api/edit", { body: { ...body, thing, action } }));
}

export function swapModifier(thing: string, modifier: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/swap", { body: { ...body, thing, modifier } }));
}

export function chooseOption(field: string, option: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/choose", { body: { ...body, field, option } }));
}

export function measuredBeam(thing: string, name: string, text: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/beam", { body: { ...body, thing, name, text } }));
}

/** Places the camera for a framing. */
export function frameAs(framing: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/framed", { body: { ...body, framing } }));
}

/** Another lens of the kit; an empty name for any focal length. */
export function putLensOn(name: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/lens", { body: { ...body, name } }));
}

/** Carries the key round the face by the dial. */
export function turnKey(azimuth: number, elevation: number): Promise<Problem[]> {
  return changed((body) => server.POST("/api/key/turn", { body: { ...body, azimuth, elevation } }));
}

/** Roads to a pattern; `go` takes the one of least effort at once. */
export async function askRoads(target: Pattern, go: boolean): Promise<void> {
  const { set } = useBench.getState();
  if (!set) {
    return;
  }
  useBench.setState({ seeking: target, advice: null, preview: null });
  const { data } = await server.POST("/api/key/advice", { body: { set, target, feet: useLook.getState().feet, ...newestTurn() } });
  if (useBench.getState().seeking === target) {
    useBench.setState({ seeking: "" });
  }
  if (!data || set !== useBench.getState().set) {
    return;
  }
  // The dial goes by the key; a pose is a road of its own.
  const road = data.roads.find((k) => k.moves === "key") ?? data.roads[0];
  useBench.setState({ advice: data, adviceOf: set });
  if (go && road) {
    meant(road.set);
    useBench.setState({ set: road.set });
    void refreshScene();
  }
}

/** The key follows the face from now on, or stays where it is. */
export async function toggleFollow(): Promise<Problem[]> {
  const { set, scene } = useBench.getState();
  const key = scene?.key;
  const light = typeof key === "number" ? set?.lights[key] : undefined;
  return light ? chooseOption(`lights.${key}.follow`, light.follow ? "no" : "yes") : [];
}

/** Takes the mend that is looked at. */
export function takeMend() {
  const { preview } = useBench.getState();
  if (preview) {
    meant(preview.set);
    useBench.setState({ set: preview.set, preview: null });
    void refreshScene();
  }
}

/** Opens a step: its own instruments for the key, the sheet of its thing for the others. */
export function chooseStep(thing: string) {
  useBench.setState({ found: true, preview: null });
  if (thing === "key") {
    const key = useBench.getState().scene?.key;
    choose(typeof key === "number" ? `lights.${key}` : "sitter");
    useBench.setState({ step: "key" });
  } else {
    choose(thing);
  }
}

/** Looks at one light alone; the same again looks at all of them. */
export function lookAlone(index: number | null) {
  useBench.setState((now) => ({ solo: now.solo === index ? null : index }));
}

export function choose(thing: string) {
  useBench.setState({ thing, idea: null, step: "" });
  void refreshScene();
}

let waiting: (() => Promise<unknown>) | null = null;
let busy = false;
let dragHeld = false;

async function run() {
  busy = true;
  while (waiting) {
    const next = waiting;
    waiting = null;
    await next();
  }
  busy = false;
  if (!dragHeld && useBench.getState().dragging) {
    endDrag();
  }
}

/** Moves under the hand: one request at a time, and always the newest place next. */
export function dragTo(thing: string, handle: string, to: Axes) {
  dragBy(() => moveThing(thing, handle, to));
}

/** The same for any change that the server makes of the set. */
export function dragBy(change: () => Promise<unknown>) {
  if (!useBench.getState().dragging) {
    beginDrag();
  }
  dragHeld = true;
  waiting = change;
  if (!busy) {
    void run();
  }
}

export function letGo() {
  dragHeld = false;
  if (!busy) {
    endDrag();
  }
}
