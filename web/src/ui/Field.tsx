import { useEffect, useId, useRef } from "react";
import { client, Refused, refusedHere, unwrap, type Units } from "../api/client";
import { useDraft } from "./drafts";
import { inputForce, inputLength, inputMass } from "../lib/units";

type Kind = "length" | "mass" | "force" | "text" | "number";

interface Props {
  label: string;
  value: number | string | null;
  kind?: Kind;
  units?: Units;
  placeholder?: string;
  hideLabel?: boolean;
  /** Whether an emptied field saves nothing known (null). */
  clearable?: boolean;
  /** Saves the value; what it throws is shown under the field, and what was typed stays. */
  onCommit: (value: never) => Promise<unknown>;
}

function shown(value: Props["value"], kind: Kind, units: Units): string {
  if (value === null) return "";
  if (typeof value === "string") return value;
  if (kind === "length") return inputLength(value, units);
  if (kind === "mass") return inputMass(value, units);
  if (kind === "force") return inputForce(value, units);
  return String(value);
}

async function read(text: string, kind: Kind, units: Units, label: string): Promise<number | string> {
  if (kind === "text") return text;
  if (kind === "number") {
    const number = Number(text.trim());
    if (text.trim() === "" || Number.isNaN(number)) {
      throw refusedHere(`“${text}” is no number; write it like 400`);
    }
    return number;
  }
  const answer = await client.POST("/api/quantity", { body: { text, kind, units, field: label } });
  return unwrap(answer).value;
}

/** A field for a length, a mass, a number or words: the server reads what was written, in any unit. */
export function Field({
  label,
  value,
  kind = "length",
  units = "metric",
  placeholder,
  hideLabel,
  clearable,
  onCommit,
}: Props) {
  const id = useId();
  const [draft, setDraft] = useDraft(label);
  const stands = shown(value, kind, units);
  const fault = draft?.fault ?? null;

  const commit = async () => {
    if (draft === null) return;
    const { text } = draft;
    if (text === stands) {
      setDraft(null);
      return;
    }
    try {
      const given = clearable && text.trim() === "" ? null : await read(text, kind, units, label);
      await (onCommit as (value: number | string | null) => Promise<unknown>)(given);
      setDraft(null);
    } catch (error) {
      if (error instanceof Refused && error.status === 409) {
        // the notice across the screen holds the change and asks what to do with it
        setDraft(null);
        return;
      }
      setDraft(
        text,
        error instanceof Refused ? error.sentences.join(" ") : "It could not be saved; is Rock Pin running?",
      );
    }
  };
  // a field that goes away with typing in it, by a key or the browser's own buttons, saves what was typed
  const last = useRef(commit);
  useEffect(() => {
    last.current = commit;
  });
  useEffect(() => () => void last.current(), []);

  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "mb-0.5 block text-[12px] text-soft"}>
        {label}
      </label>
      <input
        id={id}
        value={draft?.text ?? stands}
        placeholder={placeholder}
        autoComplete="off"
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          if (event.key === "Escape") setDraft(null);
        }}
        className={`h-9 w-full min-w-0 rounded-sm border bg-sheet px-2 text-[14px] text-ink placeholder:text-soft max-sm:h-12 ${
          fault ? "border-2 border-brick" : "border-rule"
        }`}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-[12px] font-medium text-brick">
          {fault}
        </p>
      )}
    </div>
  );
}
