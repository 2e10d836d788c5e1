import { BASE } from "../api/world";
import { notifyManager, QueryClient } from "@tanstack/react-query";
import type {
  PersistedClient,
  Persister,
  PersistQueryClientOptions,
} from "@tanstack/react-query-persist-client";
import { createStore, del, get, set } from "idb-keyval";
import { afterPresses } from "../lib/presses";

declare const __BUILD__: string;

/** What was opened last, each world for itself. */
const LAST = `last${BASE}`;
const TWO_WEEKS_MS = 14 * 24 * 3600 * 1000;
const JOBS_KEPT = 8;
const ALWAYS = ["/api/lists", "/api/sites"];
const JOB = "/api/jobs/{job_id}";

// no answer moves what is being pressed
notifyManager.setScheduler(afterPresses(window));

/** All questions to the server; their answers are looked at while a new one is under way, also where none comes. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: false, refetchOnWindowFocus: false, networkMode: "always", gcTime: TWO_WEEKS_MS },
    mutations: { networkMode: "always" },
  },
});

/** Keeps the jobs opened last, and what every screen needs, in this browser. */
function persister(): Persister {
  const store = createStore("rock-pin-pages", "pages");
  return {
    persistClient: (client: PersistedClient) => set(LAST, client, store),
    restoreClient: () => get<PersistedClient>(LAST, store),
    removeClient: () => del(LAST, store),
  };
}

function lastOpened(): ReadonlySet<string> {
  const jobs = queries
    .getQueryCache()
    .getAll()
    .filter((query) => query.queryKey[1] === JOB && query.state.data !== undefined)
    .sort((a, b) => b.state.dataUpdatedAt - a.state.dataUpdatedAt);
  return new Set(jobs.slice(0, JOBS_KEPT).map((query) => query.queryHash));
}

export const kept: Omit<PersistQueryClientOptions, "queryClient"> = {
  persister: persister(),
  maxAge: TWO_WEEKS_MS,
  buster: __BUILD__,
  dehydrateOptions: {
    // what happens at the wall has an outbox of its own
    shouldDehydrateMutation: () => false,
    shouldDehydrateQuery: (query) => {
      if (query.state.data === undefined) return false;
      const path = String(query.queryKey[1]);
      return ALWAYS.includes(path) || (path === JOB && lastOpened().has(query.queryHash));
    },
  },
};
