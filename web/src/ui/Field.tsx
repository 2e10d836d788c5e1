import { useEffect, useId, useRef } from "react";
import { client, measureIn, Refused, refusedHere, unwrap, type Units } from "../api/client";
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

export async function read(text: string, kind: Kind, units: Units, label: string): Promise<number | string> {
  if (kind === "text") return text;
  if (kind === "number") {
    // as one writes it on either side of the Channel
    const number = Number(text.trim().replace(",", "."));
    if (text.trim() === "" || Number.isNaN(number)) {
      throw refusedHere(`“${text}” is no number; write it like 400`);
    }
    return number;
  }
  try {
    const answer = await client.POST("/api/quantity", { body: { text, kind, units, field: label } });
    return unwrap(answer).value;
  } catch (error) {
    const plain = kind === "length" && units === "metric" && !(error instanceof Refused) && plainMm(text);
    if (typeof plain === "number") return plain;
    throw error;
  }
}

/** Whole millimetres as anybody would write them, for where nothing answers; false for anything else. */
function plainMm(text: string): number | false {
  const found = /^\s*(-?\d+(?:[.,]\d)?)\s*(?:mm)?\s*$/.exec(text);
  return found?.[1] ? Number(found[1].replace(",", ".")) : false;
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
  const { draft, now, type, end } = useDraft(label);
  const saving = useRef<string | null>(null);
  const stands = shown(value, kind, units);
  const fault = draft?.fault ?? null;

  const commit = async () => {
    // Enter and then leaving the field, or its going away, save once
    const waits = now();
    if (waits === null || saving.current === waits.text) return;
    const { text } = waits;
    if (text === stands) {
      end(text, null);
      return;
    }
    saving.current = text;
    measureIn(units);
    let refused: string | null = null;
    try {
      const given = clearable && text.trim() === "" ? null : await read(text, kind, units, label);
      await (onCommit as (value: number | string | null) => Promise<unknown>)(given);
    } catch (error) {
      // a change that came too late is held by the notice across the screen, which asks what to do with it
      const late = error instanceof Refused && error.status === 409;
      if (error instanceof Refused) refused = late ? null : error.tell().join(" ");
      else refused = "It could not be saved; is Rock Pin running?";
    }
    if (saving.current === text) saving.current = null;
    end(text, refused);
  };
  // a field that goes away with typing in it, by a key or the browser's own buttons, saves what was typed
  const last = useRef(commit);
  useEffect(() => {
    last.current = commit;
  });
  useEffect(() => () => void last.current(), []);
  // and so does one that a reload went over
  const left = useRef(draft?.left === true);
  useEffect(() => {
    if (left.current) void last.current();
    left.current = false;
  }, []);

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
        onChange={(event) => type(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          if (event.key === "Escape") type(null);
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
