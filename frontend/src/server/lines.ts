import { inWords, NO_ANSWER, problemsIn } from "./client";

/** Reads an answer that comes as lines of JSON, a line whenever the server knows more. Throws what was refused, in words. */
export async function askLines<T>(path: string, body: unknown, signal: AbortSignal, take: (line: T) => void): Promise<void> {
  const answer = await fetch(path, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
    signal,
  });
  if (!answer.ok || !answer.body) {
    throw new Error(inWords(problemsIn(await answer.json().catch(() => NO_ANSWER))));
  }
  const reader = answer.body.getReader();
  const decoder = new TextDecoder();
  let rest = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done || signal.aborted) {
      return;
    }
    const lines = (rest + decoder.decode(value, { stream: true })).split("\n");
    rest = lines.pop() ?? "";
    lines.filter(Boolean).forEach((line) => take(JSON.parse(line) as T));
  }
}

/** What went wrong, in words: what the server refused, or that it does not answer. */
export function refusal(error: unknown): string {
  return error instanceof Error && !(error instanceof TypeError) && !(error instanceof SyntaxError) ? error.message : inWords([NO_ANSWER]);
}
