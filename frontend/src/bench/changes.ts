import { useFrame } from "../frame/store";
import type { paths } from "../api/schema";
import { type Problem, NO_ANSWER, problemsIn, type Role, type Scene, server } from "../server/client";
import { asThing, type Thing } from "../server/things";
import { useSettings } from "../theme/useSettings";
import { ask, unask } from "./asked";
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

const AGAIN = 1500; // ms after which a change that was not answered is asked for again
const TROUBLE = "The server does not answer. What was changed here is not saved, and is tried again by itself.";

type Asked = NonNullable<ReturnType<typeof asked>>;
type BodyOf<P extends keyof paths> = paths[P] extends { post: { requestBody: { content: { "application/json": infer B } } } } ? B : never;

let last: Promise<unknown> = Promise.resolve();

/** A change of the set by the server, after those asked for before it: each goes from what the one before made. */
function changed<P extends keyof paths>(path: P, more: Omit<BodyOf<P>, keyof Asked> & Partial<Asked>): Promise<Problem[]> {
  const { id } = useBench.getState();
  const meant = ask(id, path, more);
  const next = last.then(() => answered(id, path, more)).finally(() => unask(meant));
  last = next.catch(() => undefined);
  return next;
}

/** Asks until there is an answer: a server that is away for a while loses nothing. A drag looks after itself. */
async function answered(id: string, path: keyof paths, more: object): Promise<Problem[]> {
  for (;;) {
    const body = asked();
    if (!body || useBench.getState().id !== id) {
      return [];
    }
    const result: Answered = await server
      .POST(path as "/api/enter", { body: { ...body, ...more } as BodyOf<"/api/enter"> })
      .catch(() => ({ error: undefined }));
    const away = !result.data && result.error === undefined;
    if (!away) {
      useBench.setState({ trouble: "" }); // refused is answered too
    }
    if (!away || useBench.getState().dragging) {
      return put(result);
    }
    useBench.setState({ trouble: TROUBLE });
    await new Promise((done) => setTimeout(done, AGAIN));
  }
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
  return changed("/api/move", { thing, handle, to });
}

export function enterValue(field: string, text: string): Promise<Problem[]> {
  return changed("/api/enter", { field, text });
}

export function stepValue(field: string, steps: number): Promise<Problem[]> {
  return changed("/api/step", { field, steps });
}

export function nudgeValue(field: string, by: number): Promise<Problem[]> {
  return changed("/api/nudge", { field, by });
}

export function seatSitter(who: string): Promise<Problem[]> {
  return changed("/api/seat", { who });
}

export function layPose(name: string): Promise<Problem[]> {
  return changed("/api/poses/lay", { name });
}

type Add = { part: "sources" | "panels" | "furniture" | "doors"; name: string; modifier: string; role: Role };

export function addThing(add: Add): Promise<Problem[]> {
  return changed("/api/add", add);
}

export function editThing(thing: Thing, action: "remove" | "copy" | "mirror" | "board"): Promise<Problem[]> {
  if (action === "remove") {
    useFrame.setState({ solo: null });
  }
  return changed("/api/edit", { thing, action });
}

export function swapModifier(thing: Thing, modifier: string): Promise<Problem[]> {
  return changed("/api/swap", { thing, modifier });
}

export function chooseOption(field: string, option: string): Promise<Problem[]> {
  return changed("/api/choose", { field, option });
}

export function measuredBeam(thing: Thing, name: string, text: string): Promise<Problem[]> {
  return changed("/api/beam", { thing, name, text });
}

/** A finding is meant to be so, or is looked at again. */
export function meanSo(code: string, meant: boolean): Promise<Problem[]> {
  return changed("/api/meant", { code, meant });
}

/** Places the camera for a framing. */
export function frameAs(framing: string): Promise<Problem[]> {
  return changed("/api/framed", { framing });
}

/** Another lens of the kit; an empty name for any focal length. */
export function putLensOn(name: string): Promise<Problem[]> {
  return changed("/api/lens", { name });
}

/** Carries the key round the face by the dial. */
export function turnKey(azimuth: number, elevation: number): Promise<Problem[]> {
  return changed("/api/key/turn", { azimuth, elevation });
}

/** The key follows the face from now on, or stays where it is. */
export async function toggleFollow(): Promise<Problem[]> {
  const { set, scene } = useBench.getState();
  const key = scene?.key;
  const light = typeof key === "number" ? set?.lights[key] : undefined;
  return light ? chooseOption(`lights.${key}.follow`, light.follow ? "no" : "yes") : [];
}
