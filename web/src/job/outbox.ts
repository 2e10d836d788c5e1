import { BASE, PRACTICE } from "../api/world";
import { createStore, del, entries, set, type UseStore } from "idb-keyval";
import { inTurn } from "./inTurn";
import { OWN, client, Refused, refusalOf, type Schemas, unwrap, type Workspace } from "../api/client";

/** One thing that happened at the wall, as the server takes it in. */
export type Thing =
  | Schemas["StepDone"]
  | Schemas["Gathered"]
  | Schemas["ClockSet"]
  | Schemas["HoleAnswered"]
  | Schemas["HoleTried"]
  | Schemas["HoleNoted"];

interface PhotoToSend {
  kind: "photo";
  id: string;
  at: string;
  blob: Blob;
  hole_id: string | null;
  who: string;
}

/** What waits on this device until the server has it. `refused`: why the server did not want it. */
export interface Waiting {
  key: string;
  jobId: string;
  thing: Thing | PhotoToSend;
  refused?: string;
}

export interface OutboxState {
  waiting: readonly Waiting[];
  sending: boolean;
  /** The server does not answer. */
  away: boolean;
  /** The server does not know this device any more. */
  shutOut: boolean;
}

const RETRY_MS = 4000;

async function send({ jobId, thing }: Waiting): Promise<Workspace> {
  const path = { job_id: jobId };
  if (thing.kind !== "photo") {
    return unwrap(await client.POST("/api/jobs/{job_id}/happened", { params: { path }, body: thing }));
  }
  const said = new URLSearchParams({ id: thing.id, at: thing.at, who: thing.who });
  if (thing.hole_id) said.set("hole_id", thing.hole_id);
  const response = await fetch(`${BASE}/api/jobs/${encodeURIComponent(jobId)}/photos?${said.toString()}`, {
    method: "POST",
    headers: { ...OWN, "content-type": "image/jpeg" },
    body: thing.blob,
  });
  if (!response.ok) throw await refusalOf(response);
  return (await response.json()) as Workspace;
}

/**
 * Everything that happened at the wall, in its order, kept in this browser until the server has it.
 *
 * Each thing carries an id of its own, so that it is taken in once however often it is sent. What the server refuses
 * stays here with its reason until the user lets go of it.
 */
export class Outbox {
  #state: OutboxState = { waiting: [], sending: false, away: false, shutOut: false };
  readonly #listeners = new Set<() => void>();
  readonly #store: UseStore;
  readonly #others = new BroadcastChannel("rock-pin-outbox");
  readonly #taken: (fresh: Workspace) => Promise<void>;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #last = 0;

  constructor(taken: (fresh: Workspace) => Promise<void>) {
    this.#taken = taken;
    this.#store = createStore(`rock-pin${PRACTICE ? "-practice" : ""}`, "outbox");
    this.#others.onmessage = () => void this.#read();
    addEventListener("online", () => void this.flush());
    document.addEventListener("visibilitychange", () => {
      if (document.visibilityState === "visible") void this.flush();
    });
    void this.#read().then(() => this.flush());
  }

  get state(): OutboxState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Keeps a thing here; it is sent as soon as that can be done, and nobody waits for that. */
  async add(jobId: string, thing: Waiting["thing"]): Promise<void> {
    // in the order in which they were pressed, also within one millisecond
    this.#last = Math.max(Date.now(), this.#last + 1);
    const one: Waiting = { key: `${this.#last.toString().padStart(15, "0")}-${thing.id}`, jobId, thing };
    this.#tell({ waiting: [...this.#state.waiting, one] });
    await set(one.key, one, this.#store);
    this.#others.postMessage("changed");
    void this.flush();
  }

  /** Lets go of a thing that was refused. */
  async forget(key: string): Promise<void> {
    await del(key, this.#store);
    this.#others.postMessage("changed");
    await this.#read();
  }

  /** Sends all that waits, one after the other. */
  async flush(): Promise<void> {
    clearTimeout(this.#timer);
    // one tab at a time, where the browser knows locks; else the ids see to it
    const locks = navigator.locks as LockManager | undefined;
    if (locks) await locks.request("rock-pin-outbox", () => this.#sendAll());
    else if (!this.#state.sending) await this.#sendAll();
  }

  async #sendAll(): Promise<void> {
    await this.#read();
    for (;;) {
      const next = this.#state.waiting.find((one) => !one.refused);
      if (!next) break;
      this.#tell({ sending: true });
      try {
        await inTurn(next.jobId, async () => {
          const fresh = await send(next);
          await del(next.key, this.#store);
          this.#tell({ away: false, shutOut: false });
          await this.#read();
          await this.#taken(fresh);
        });
        this.#others.postMessage("changed");
      } catch (error) {
        if (error instanceof Refused && error.status === 401) {
          this.#tell({ sending: false, shutOut: true });
          return;
        }
        if (!(error instanceof Refused) || error.status >= 500 || error.status === 409) {
          this.#tell({ sending: false, away: !(error instanceof Refused && error.status === 409) });
          this.#timer = setTimeout(() => void this.flush(), RETRY_MS);
          return;
        }
        await set(next.key, { ...next, refused: error.tell().join(" ") }, this.#store);
        await this.#read();
      }
    }
    this.#tell({ sending: false });
  }

  async #read(): Promise<void> {
    const kept = await entries<string, Waiting>(this.#store);
    const waiting = kept.sort(([a], [b]) => (a < b ? -1 : 1)).map(([, one]) => one);
    this.#tell({ waiting });
  }

  #tell(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
