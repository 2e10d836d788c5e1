import { OWN, refusalOf } from "./client";

/** Asks a device and hands on what it sends, a JSON object a line, in batches as they come. Throws Refused. */
export async function* readings<T>(path: string, ask: object, signal?: AbortSignal): AsyncGenerator<T[]> {
  const response = await fetch(path, {
    method: "POST",
    headers: { ...OWN, "content-type": "application/json" },
    body: JSON.stringify(ask),
    signal: signal ?? null,
  });
  if (!response.ok || !response.body) throw await refusalOf(response);
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
