import { type Problem, Refused } from "./client";

async function refusal(response: Response): Promise<Refused> {
  const problem = (await response.json().catch(() => null)) as Problem | null;
  return new Refused(response.status, {
    title: problem?.title ?? `The server answered ${response.status}.`,
    faults: problem?.faults ?? [],
    current_revision: null,
  });
}

/** Asks a device and hands on what it sends, a JSON object a line, in batches as they come. Throws Refused. */
export async function* readings<T>(path: string, ask: object, signal?: AbortSignal): AsyncGenerator<T[]> {
  const response = await fetch(path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(ask),
    signal: signal ?? null,
  });
  if (!response.ok || !response.body) throw await refusal(response);
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + value).split("\n");
    rest = lines.pop() ?? "";
    yield lines.filter(Boolean).map((line) => JSON.parse(line) as T);
  }
}
