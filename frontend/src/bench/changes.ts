import { useFrame } from "../frame/store";
import { type Problem, NO_ANSWER, problemsIn, type Role, type Scene, server } from "../server/client";
import { asThing, type Thing } from "../server/things";
import { useSettings } from "../theme/useSettings";
import { history, takeScene, useBench } from "./store";

export type Axes = { x?: number; y?: number; z?: number };
type Answered = { data?: Scene | undefined; error?: unknown };

function asked() {
  const { set, thing } = useBench.getState();
  return set ? { set, thing, feet: useSettings.getState().feet } : null;
}

/** A light that is gone is not looked at alone any more. */
function soloStill() {
  const lights = useBench.getState().set?.lights.length ?? 0;
  useFrame.setState((now) => ({ solo: now.solo !== null && now.solo < lights ? now.solo : null }));
}

/** Puts an answer on the bench; gives back what was refused. */
function put(result: Answered): Problem[] {
  if (!result.data) {
    return problemsIn(result.error);
  }
  const { thing } = result.data;
  takeScene(result.data);
  useBench.setState((now) => ({ thing: thing ? asThing(thing) : now.thing }));
  soloStill();
  return [];
}

let last: Promise<unknown> = Promise.resolve();

/** A change of the set by the server, after those asked for before it: each goes from what the one before made. */
function changed(ask: (body: NonNullable<ReturnType<typeof asked>>) => Promise<Answered>): Promise<Problem[]> {
  const next = last.then(async () => {
    const body = asked();
    return body ? put(await ask(body).catch(() => ({ error: undefined }))) : [];
  });
  last = next.catch(() => undefined);
  return next;
}

export function unanswered(problems: Problem[]): boolean {
  return problems.includes(NO_ANSWER);
}

/** Draws the present set anew (another thing chosen, other units, undo); the set itself stays as it is. */
export async function refreshScene(): Promise<void> {
  const body = asked();
  const { data } = body ? await server.POST("/api/scene", { body }).catch(() => ({ data: undefined })) : { data: undefined };
  if (data && body?.set === useBench.getState().set) {
    useBench.setState((now) => ({ scene: data, resisted: "", thing: data.thing ? asThing(data.thing) : now.thing }));
    soloStill();
  }
}

function back(step: () => void) {
  step();
  useFrame.setState({ preview: null });
  void refreshScene();
}

export const undo = () => back(() => history.getState().undo());
export const redo = () => back(() => history.getState().redo());

export function moveThing(thing: Thing, handle: string, to: Axes): Promise<Problem[]> {
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

export function layPose(name: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/poses/lay", { body: { ...body, name } }));
}

type Add = { part: "sources" | "panels" | "furniture" | "doors"; name: string; modifier: string; role: Role };

export function addThing(add: Add): Promise<Problem[]> {
  return changed((body) => server.POST("/api/add", { body: { ...body, ...add } }));
}

export function editThing(thing: Thing, action: "remove" | "copy" | "mirror" | "board"): Promise<Problem[]> {
  if (action === "remove") {
    useFrame.setState({ solo: null });
  }
  return changed((body) => server.POST("/api/edit", { body: { ...body, thing, action } }));
}

export function swapModifier(thing: Thing, modifier: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/swap", { body: { ...body, thing, modifier } }));
}

export function chooseOption(field: string, option: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/choose", { body: { ...body, field, option } }));
}

export function measuredBeam(thing: Thing, name: string, text: string): Promise<Problem[]> {
  return changed((body) => server.POST("/api/beam", { body: { ...body, thing, name, text } }));
}

/** A finding is meant to be so, or is looked at again. */
export function meanSo(code: string, meant: boolean): Promise<Problem[]> {
  return changed((body) => server.POST("/api/meant", { body: { ...body, code, meant } }));
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

/** The key follows the face from now on, or stays where it is. */
export async function toggleFollow(): Promise<Problem[]> {
  const { set, scene } = useBench.getState();
  const key = scene?.key;
  const light = typeof key === "number" ? set?.lights[key] : undefined;
  return light ? chooseOption(`lights.${key}.follow`, light.follow ? "no" : "yes") : [];
}
