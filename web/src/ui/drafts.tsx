import { createContext, type ReactNode, useContext, useMemo, useState, useSyncExternalStore } from "react";

/** What was typed and is not saved yet, and why not. */
export interface Draft {
  text: string;
  fault: string | null;
  /** Where it was typed, in words. */
  place: string;
}

/** Typing that waits, by the field it was typed in. It outlives the field: another stage may be looked at meanwhile. */
export class Drafts {
  private waiting = new Map<string, Draft>();
  private listeners = new Set<() => void>();
  private faulty: readonly Draft[] = [];

  get = (key: string): Draft | null => this.waiting.get(key) ?? null;

  set = (key: string, draft: Draft | null): void => {
    if (draft) this.waiting.set(key, draft);
    else this.waiting.delete(key);
    this.faulty = [...this.waiting.values()].filter((one) => one.fault !== null);
    for (const tell of this.listeners) tell();
  };

  /** Those that could not be saved as they stand. */
  refused = (): readonly Draft[] => this.faulty;

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };
}

const Store = createContext<Drafts | null>(null);
const Scope = createContext<readonly string[]>([]);

/** Keeps drafts for everything inside, as long as ``of`` stays the same. */
export function KeepDrafts({ of, children }: { of: string; children: ReactNode }) {
  // another job has drafts of its own
  const drafts = useMemo(() => ({ of, store: new Drafts() }), [of]);
  return <Store value={drafts.store}>{children}</Store>;
}

/** Tells fields of one thing from those of another that bear the same label. */
export function DraftScope({ of, children }: { of: string; children: ReactNode }) {
  const outer = useContext(Scope);
  const inner = useMemo(() => [...outer, of], [outer, of]);
  return <Scope value={inner}>{children}</Scope>;
}

function useStore(): Drafts {
  const [own] = useState(() => new Drafts());
  return useContext(Store) ?? own;
}

/** The draft of one field: what waits in it, and how to change that, from wherever its saving ends. */
export function useDraft(label: string): [Draft | null, (text: string | null, fault?: string) => void] {
  const store = useStore();
  const scope = useContext(Scope);
  const key = [...scope, label].join(" · ");
  const draft = useSyncExternalStore(store.subscribe, () => store.get(key));
  const set = (text: string | null, fault?: string) =>
    store.set(key, text === null ? null : { text, fault: fault ?? null, place: key });
  return [draft, set];
}

/** What was typed anywhere and could not be saved. */
export function useRefusedDrafts(): readonly Draft[] {
  const store = useStore();
  return useSyncExternalStore(store.subscribe, store.refused);
}
