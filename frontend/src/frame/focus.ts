/** Where the keyboard was when a preview was asked for, from the button up to the page: it goes to Apply, and back. */
let from: HTMLElement[] = [];

/** Remembers the button that asks; what is wished on the ladder or by hand keeps the keyboard where it is. */
export function remember() {
  const asked = document.activeElement;
  from = [];
  for (let at = asked instanceof HTMLButtonElement ? asked : null; at; at = at.parentElement as HTMLButtonElement | null) {
    from.push(at);
  }
}

/** Whether a button asked for what is previewed. */
export const wasAsked = () => from.length > 0;

/** Back to the button; where it has gone with what it mended, to the nearest that held it. */
export function goBack() {
  const was = from;
  from = [];
  requestAnimationFrame(() => {
    const still = was.find((k) => k.isConnected && k !== document.body && k !== document.documentElement);
    if (still && !(still instanceof HTMLButtonElement)) {
      still.tabIndex = -1;
    }
    still?.focus({ preventScroll: true });
  });
}
