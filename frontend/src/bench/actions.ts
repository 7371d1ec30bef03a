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

export async function moveThing(thing: string, handle: string, to: Axes): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/move", { body: { ...body, thing, handle, to } })) : [];
}

export async function enterValue(field: string, text: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/enter", { body: { ...body, field, text } })) : [];
}

export async function stepValue(field: string, steps: number): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/step", { body: { ...body, field, steps } })) : [];
}

export async function nudgeValue(field: string, by: number): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/nudge", { body: { ...body, field, by } })) : [];
}

export async function seatSitter(who: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/seat", { body: { ...body, who } })) : [];
}

type Add = { part: "sources" | "panels" | "furniture" | "doors"; name: string; modifier: string; role: Role };

export async function addThing(add: Add): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/add", { body: { ...body, ...add } })) : [];
}

export async function editThing(thing: string, action: "remove" | "copy" | "mirror" | "board"): Promise<Problem[]> {
  const body = asked();
  if (action === "remove") {
    useBench.setState({ solo: null });
  }
  return body ? taken(await server.POST("/api/edit", { body: { ...body, thing, action } })) : [];
}

export async function swapModifier(thing: string, modifier: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/swap", { body: { ...body, thing, modifier } })) : [];
}

export async function chooseOption(field: string, option: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/choose", { body: { ...body, field, option } })) : [];
}

export async function measuredBeam(thing: string, name: string, text: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/beam", { body: { ...body, thing, name, text } })) : [];
}

/** Places the camera for a framing. */
export async function frameAs(framing: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/framed", { body: { ...body, framing } })) : [];
}

/** Another lens of the kit; an empty name for any focal length. */
export async function putLensOn(name: string): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/lens", { body: { ...body, name } })) : [];
}

/** Carries the key round the face by the dial. */
export async function turnKey(azimuth: number, elevation: number): Promise<Problem[]> {
  const body = asked();
  return body ? taken(await server.POST("/api/key/turn", { body: { ...body, azimuth, elevation } })) : [];
}

/** Roads to a pattern; `go` takes the one of least effort at once. */
export async function askRoads(target: Pattern, go: boolean): Promise<void> {
  const { set } = useBench.getState();
  if (!set) {
    return;
  }
  const { data } = await server.POST("/api/key/advice", { body: { set, target, feet: useLook.getState().feet, ...newestTurn() } });
  if (!data || set !== useBench.getState().set) {
    return;
  }
  // The dial goes by the key; a pose is a road of its own.
  const road = data.roads.find((k) => k.moves === "key") ?? data.roads[0];
  useBench.setState({ advice: data, preview: null });
  if (go && road) {
    meant(road.set);
    useBench.setState({ set: road.set });
    void refreshScene();
  }
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
