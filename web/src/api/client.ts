import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Plan = Schemas["Plan"];
export type HolePlan = Schemas["HolePlan"];
export type Finding = Schemas["Finding"];
export type Verdict = Schemas["Verdict"];
export type Stage = Schemas["Stage"];
export type Rect = Schemas["Rect"];
export type Lists = Schemas["Lists"];
export type Workspace = Schemas["Workspace"];
export type Job = Workspace["job"];
export type Wall = Workspace["wall"]["wall"];
export type Reading = Wall["traces"][number]["readings"][number];
export type Probe = NonNullable<Wall["evidence"][number]["probe"]>;
export type Fixture = Job["fixture"];
export type Support = NonNullable<Fixture["supports"]>[number];
export type FixtureHole = NonNullable<Support["holes"]>[number];
export type Piece = NonNullable<Fixture["pieces"]>[number];
export type Placement = Job["placement"];
export type Units = Schemas["UnitSystem"];
export type Problem = Schemas["Problem"];

export const client = createClient<paths>({ baseUrl: "" });

/** What the server refused, with every fault it named. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.title);
  }

  /** The faults as one sentence each. */
  get sentences(): string[] {
    const faults = this.problem.faults ?? [];
    return faults.length ? faults.map((fault) => `${fault.path}: ${fault.message}`) : [this.problem.title];
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or its refusal thrown. */
export function unwrap<T>({ data, error, response }: Answer<T>): T {
  if (response.ok) return data as T;
  const problem = error as Partial<Problem> | undefined;
  throw new Refused(response.status, {
    title: problem?.title ?? `The server answered ${response.status}.`,
    faults: problem?.faults ?? [],
    current_revision: problem?.current_revision ?? null,
  });
}
