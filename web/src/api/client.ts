import createClient from "openapi-fetch";
import createQueries from "openapi-react-query";
import { BASE } from "./world";
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
export type Reference = NonNullable<Placement["along"]>;
export type Units = Schemas["UnitSystem"];
export type Problem = Schemas["Problem"];

/** What the server refused, with every fault it named. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.title);
  }

  /** Whether somebody shows it: then nobody else need. */
  told = false;

  /** The faults as one sentence each, for whoever shows them. */
  tell(): string[] {
    this.told = true;
    const faults = this.problem.faults ?? [];
    return faults.length ? faults.map((fault) => fault.says) : [this.problem.title];
  }
}

/** The refusal that a server's answer stands for. */
export async function refusalOf(response: Response): Promise<Refused> {
  const problem = (await response.json().catch(() => null)) as Partial<Problem> | null;
  return new Refused(response.status, {
    title: problem?.title ?? `The server answered ${response.status}.`,
    faults: problem?.faults ?? [],
    current_revision: problem?.current_revision ?? null,
    unplannable: problem?.unplannable ?? false,
  });
}

/** Something wrong with what was typed, said as the server would say it. */
export function refusedHere(title: string): Refused {
  return new Refused(422, { title, faults: [], current_revision: null, unplannable: false });
}

/** What every change carries, and no page of anybody else can send: the name of this device, whose undo is its own. */
export const OWN = { "x-rock-pin": deviceName() } as const;

function deviceName(): string {
  try {
    const known = localStorage.getItem("rock-pin-device");
    if (known) return known;
    const fresh = `device-${Math.random().toString(36).slice(2, 12)}`;
    localStorage.setItem("rock-pin-device", fresh);
    return fresh;
  } catch {
    // a browser that keeps nothing has no name of its own
    return "device";
  }
}

let measuredIn: Units = "metric";

/** In which units whoever sits here measures: what is refused is told in them. */
export function measureIn(units: Units): void {
  measuredIn = units;
}

// two windows of one device each count their own questions
const WINDOW = Math.random().toString(36).slice(2, 12);
let asked = 0;

export const client = createClient<paths>({ baseUrl: BASE, headers: OWN });
client.use({
  onRequest({ request }) {
    // questions go over several lines: the number says which was asked last, whichever comes in last
    request.headers.set("x-rock-pin-asks", `${WINDOW} ${++asked}`);
    request.headers.set("x-rock-pin-units", measuredIn);
  },
  async onResponse({ response }) {
    if (!response.ok) throw await refusalOf(response);
    return undefined;
  },
});

/** Questions to the server, kept by what was asked: useQuery("get", "/api/lists"). */
export const ask = createQueries(client);

/** The data of an answer; what the server refuses has been thrown before. */
export function unwrap<T>({ data }: { data?: T }): T {
  return data as T;
}
