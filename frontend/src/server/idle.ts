/**
 * Whether a hand waits for anything: said on the document, for those that drive the page and for those that read it aloud.
 * The checks of the steps go on beside what a hand does, and are not waited for.
 */

const BESIDE = "/api/findings";
const QUIET = 80; // ms without anything under way after which the page is idle

let underWay = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
const conditions = new Set<() => boolean>();

function say(idle: boolean) {
  document.documentElement.dataset.idle = idle ? "yes" : "no";
}

/** Something begins, ends or has changed: the page is idle when nothing follows. */
export function lookAgain() {
  clearTimeout(timer);
  if (underWay > 0 || [...conditions].some((met) => !met())) {
    say(false);
  } else {
    timer = setTimeout(() => say(true), QUIET);
  }
}

/** The page is not idle until this is met too; gives what takes it back. */
export function idleWhen(met: () => boolean): () => void {
  conditions.add(met);
  lookAgain();
  return () => {
    conditions.delete(met);
    lookAgain();
  };
}

function ended() {
  underWay -= 1;
  lookAgain();
}

const ask = window.fetch;

/** As the browser's own; a request is under way until its answer has come to its end. */
window.fetch = async (...asked) => {
  const [what] = asked;
  if (new URL(what instanceof Request ? what.url : what, location.href).pathname === BESIDE) {
    return ask(...asked);
  }
  underWay += 1;
  lookAgain();
  try {
    const answer = await ask(...asked);
    answer
      .clone()
      .arrayBuffer()
      .catch(() => undefined)
      .finally(ended);
    return answer;
  } catch (error) {
    ended();
    throw error;
  }
};
say(false);
