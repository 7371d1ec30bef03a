interface Placed {
  y: number;
}

/** Labels that touch, held together round the mean of where they want to be. */
interface Run<T> {
  labels: T[];
  /** Where the run's first label would want to be, averaged over its labels. */
  start: number;
}

/** The same labels moved apart so that none covers another, each as near to its place as that allows. */
export function spaced<T extends Placed>(labels: T[], gap: number, top: number, bottom: number): T[] {
  const runs: Run<T>[] = [];
  for (const label of [...labels].sort((a, b) => a.y - b.y)) {
    let run: Run<T> = { labels: [label], start: label.y };
    for (let above = runs.at(-1); above && above.start + above.labels.length * gap > run.start; above = runs.at(-1)) {
      const [n, m] = [above.labels.length, run.labels.length];
      run = { labels: [...above.labels, ...run.labels], start: (above.start * n + (run.start - n * gap) * m) / (n + m) };
      runs.pop();
    }
    run.start = Math.max(top, Math.min(run.start, bottom - (run.labels.length - 1) * gap));
    runs.push(run);
  }
  return runs.flatMap((run) => run.labels.map((label, i) => ({ ...label, y: run.start + i * gap })));
}
