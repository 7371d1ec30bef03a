import type { Problem } from "../server/client";
import type { Thing } from "../server/things";
import { type Axes, moveThing, unanswered } from "./changes";
import { beginDrag, endDrag, useBench } from "./store";

const AGAIN = 1500; // ms after which what was not answered is asked again
const TROUBLE = "The server does not answer. The last move is tried again.";

type Change = () => Promise<Problem[]>;
let waiting: Change | null = null;
let busy = false;
let held = false;
let again: ReturnType<typeof setTimeout> | undefined;

/** Asks for the newest place only, one request at a time. A failure ends the drag, is said, and is tried again. */
async function run() {
  busy = true;
  while (waiting) {
    const next = waiting;
    waiting = null;
    const problems = await next().catch((): Problem[] => []);
    if (unanswered(problems)) {
      held = false;
      useBench.setState({ trouble: TROUBLE });
      const retry = waiting ?? next;
      waiting = null;
      again = setTimeout(() => ask(retry), AGAIN);
    }
  }
  busy = false;
  if (!held && useBench.getState().dragging) {
    endDrag();
  }
}

function ask(change: Change) {
  clearTimeout(again);
  waiting = change;
  if (!busy) {
    void run();
  }
}

/** A change that follows the hand. */
export function dragBy(change: Change) {
  if (!useBench.getState().dragging) {
    beginDrag();
  }
  held = true;
  ask(change);
}

/** Moves a thing under the hand. */
export function dragTo(thing: Thing, handle: string, to: Axes) {
  dragBy(() => moveThing(thing, handle, to));
}

export function letGo() {
  held = false;
  if (!busy) {
    endDrag();
  }
}
