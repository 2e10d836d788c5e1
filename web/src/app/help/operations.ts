interface Parameter {
  name: string;
  in: string;
  example?: unknown;
}

interface Described {
  operationId: string;
  description?: string;
  tags?: string[];
  parameters?: Parameter[];
  requestBody?: { content: Record<string, { example?: unknown }> };
}

/** What of the schema of the web interface is shown. */
export interface Schema {
  paths: Record<string, Record<string, Described>>;
}

/** One thing that can be asked. */
export interface Operation {
  method: string;
  path: string;
  name: string;
  group: string;
  says: string;
  parameters: Parameter[];
  kind: string | null;
  body: unknown;
}

/** Everything that can be asked, as the schema has it. */
export function operationsOf(schema: Schema): Operation[] {
  return Object.entries(schema.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, one]) => {
      const [kind, content] = Object.entries(one.requestBody?.content ?? {})[0] ?? [null, undefined];
      return {
        method: method.toUpperCase(),
        path,
        name: one.operationId,
        group: one.tags?.[0] ?? "other",
        says: one.description ?? "",
        parameters: (one.parameters ?? []).filter((parameter) => parameter.in !== "header"),
        kind,
        body: content?.example,
      };
    }),
  );
}

const quoted = (text: string) => `'${text.replaceAll("'", "'\\''")}'`;

/** A call from the command line, with the examples in it. */
export function callOf(operation: Operation, origin: string): string {
  let { path } = operation;
  const query: string[] = [];
  for (const one of operation.parameters) {
    if (one.example === undefined) continue;
    const value = encodeURIComponent(String(one.example));
    if (one.in === "path") path = path.replace(`{${one.name}}`, value);
    else query.push(`${one.name}=${value}`);
  }
  const lines = [`curl ${quoted(`${origin}${path}${query.length ? `?${query.join("&")}` : ""}`)}`];
  if (operation.method !== "GET") lines.push(`-X ${operation.method}`, "-H 'x-rock-pin: 1'");
  if (operation.kind) lines.push(`-H ${quoted(`content-type: ${operation.kind}`)}`);
  if (operation.body !== undefined) {
    const text =
      typeof operation.body === "string" ? operation.body : JSON.stringify(operation.body, null, 1);
    lines.push(`--data-binary ${quoted(text)}`);
  } else if (operation.kind) lines.push("--data-binary @FILE");
  return lines.join(" \\\n  ");
}
