import { createContext, type ReactNode, useContext, useMemo, useState, useSyncExternalStore } from "react";

/** What was typed and is not saved yet, and why not. */
export interface Draft {
  text: string;
  fault: string | null;
  /** Where it was typed, in words. */
  place: string;
  /** Left behind by a reload before it was read: its field reads it as soon as it is there again. */
  left?: boolean;
}

/** Typing that waits, by the field it was typed in. It outlives the field: another stage may be looked at meanwhile. */
export class Drafts {
  private waiting = new Map<string, Draft>();
  private listeners = new Set<() => void>();
  private faulty: readonly Draft[] = [];

  /** ``of``: under which name it is kept in this tab, so that a reload brings it back; none: it is not. */
  constructor(private readonly of: string | null = null) {
    if (of === null) return;
    try {
      const kept = JSON.parse(sessionStorage.getItem(this.name) ?? "[]") as [string, Draft][];
      this.waiting = new Map(kept.map(([key, one]) => [key, { ...one, left: one.fault === null }]));
    } catch {
      // what cannot be read was not written by this version
    }
    this.faulty = [...this.waiting.values()].filter((one) => one.fault !== null);
  }

  private get name(): string {
    return `rock-pin-typed-${this.of ?? ""}`;
  }

  get = (key: string): Draft | null => this.waiting.get(key) ?? null;

  set = (key: string, draft: Draft | null): void => {
    if (draft) this.waiting.set(key, draft);
    else this.waiting.delete(key);
    this.faulty = [...this.waiting.values()].filter((one) => one.fault !== null);
    if (this.of !== null) sessionStorage.setItem(this.name, JSON.stringify([...this.waiting]));
    for (const tell of this.listeners) tell();
  };

  /** Those that could not be saved as they stand. */
  refused = (): readonly Draft[] => this.faulty;

  /**
   * When what was typed in fields whose names begin so is read, or was refused: whoever presses a button has just left
   * one. Whether all of it was read: a text that was refused stands where an older figure would be taken for it.
   */
  read = (begins: string): Promise<boolean> =>
    new Promise((resolve) => {
      const typed = () => [...this.waiting].filter(([key]) => key.startsWith(begins)).map(([, one]) => one);
      const waits = () => typed().some((one) => one.fault === null);
      const end = () => resolve(typed().length === 0);
      if (!waits()) {
        end();
        return;
      }
      const leave = this.subscribe(() => {
        if (waits()) return;
        leave();
        end();
      });
    });

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };
}

/** Why a button does nothing where a field beside it holds a text that was refused. */
export const UNREAD = "A field above could not be read: put in what it should be.";

const Store = createContext<Drafts | null>(null);
const Scope = createContext<readonly string[]>([]);

/** Keeps drafts for everything inside, as long as ``of`` stays the same. */
export function KeepDrafts({ of, children }: { of: string; children: ReactNode }) {
  // another job has drafts of its own
  const drafts = useMemo(() => ({ of, store: new Drafts(of) }), [of]);
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

interface DraftOfField {
  /** What waits in the field, as it was drawn last. */
  draft: Draft | null;
  /** What waits in it at this moment: a field that goes away is not drawn again. */
  now: () => Draft | null;
  /** Keeps what is typed; null lets go of it. */
  type: (text: string | null) => void;
  /** The saving of a text has ended, with a fault or without. What was typed meanwhile stays as it is. */
  end: (text: string, fault: string | null) => void;
}

/** The draft of one field, and how to change it from wherever its saving ends. */
export function useDraft(label: string): DraftOfField {
  const store = useStore();
  const scope = useContext(Scope);
  const key = [...scope, label].join(" · ");
  const draft = useSyncExternalStore(store.subscribe, () => store.get(key));
  const set = (text: string | null, fault: string | null) =>
    store.set(key, text === null ? null : { text, fault, place: key });
  return {
    draft,
    now: () => store.get(key),
    type: (text) => set(text, null),
    end: (text, fault) => {
      if (store.get(key)?.text === text) set(fault === null ? null : text, fault);
    },
  };
}

/** Waits until what was typed in the fields of this scope is read, or was refused; whether all of it was read. */
export function useTypingRead(): () => Promise<boolean> {
  const store = useStore();
  const scope = useContext(Scope);
  return () => store.read([...scope, ""].join(" · "));
}

/** What was typed anywhere and could not be saved. */
export function useRefusedDrafts(): readonly Draft[] {
  const store = useStore();
  return useSyncExternalStore(store.subscribe, store.refused);
}
