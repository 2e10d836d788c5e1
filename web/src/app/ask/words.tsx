import { useEffect, useId, useRef, useState } from "react";
import { Refused, type Units } from "../../api/client";
import { read } from "../../ui/Field";
import { Options } from "../../ui/Options";
import type { Offered } from "../../lib/whatGoesUp";
import { inputLength, inputMass } from "../../lib/units";
import { isRefused, reads } from "./reading";

const LOOK =
  "border-0 border-b-2 border-chalk bg-chalk-wash leading-[1.35] font-semibold text-ink field-sizing-content max-sm:min-h-11 hover:brightness-95";

/** A word of the sentence that can be pressed and changed. */
export function Word({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly Offered[];
  onChange: (key: string) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className={`${LOOK} max-w-full cursor-pointer py-0.5 pr-1 pl-1`}
    >
      <Options options={options} />
    </select>
  );
}

/** A figure of the sentence. It counts as soon as it can be read; what cannot be read says so and stays. */
export function Figure({
  label,
  value,
  kind,
  units,
  least = 4,
  onChange,
}: {
  label: string;
  value: number | null;
  kind: "length" | "mass" | "number";
  units: Units;
  /** How many signs wide it is at least. */
  least?: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState("");
  const last = useRef(0);
  useEffect(() => {
    isRefused(id, fault !== "");
    return () => isRefused(id, false);
  }, [id, fault]);
  const stands =
    value === null
      ? ""
      : kind === "length"
        ? inputLength(value, units)
        : kind === "mass"
          ? inputMass(value, units)
          : String(value);
  const shown = typed ?? stands;
  const taken = async (text: string, leaving: boolean) => {
    const mine = ++last.current;
    if (text.trim() === "") {
      if (leaving) setTyped(null);
      return;
    }
    try {
      const found = await read(text, kind, units, label);
      // answers come in as they come: only what was typed last counts
      if (mine !== last.current) return;
      setFault("");
      onChange(found as number);
      if (leaving) setTyped(null);
    } catch (error) {
      if (mine !== last.current || !leaving) return;
      // the button that was pressed meanwhile is not to count what stood before
      isRefused(id, true);
      setFault(error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer.");
    }
  };
  const take = (text: string, leaving: boolean) => reads(taken(text, leaving));
  return (
    <span className="inline-block">
      <input
        aria-label={label}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? id : undefined}
        value={shown}
        autoComplete="off"
        inputMode={kind === "number" ? "decimal" : "text"}
        style={{ width: `${Math.max(least, shown.length) + 2}ch` }}
        onChange={(event) => {
          setTyped(event.target.value);
          take(event.target.value, false);
        }}
        onBlur={(event) => typed !== null && take(event.target.value, true)}
        onKeyDown={(event) => {
          if (event.key === "Enter") take(event.currentTarget.value, true);
          if (event.key === "Escape") setTyped(null);
        }}
        className={`${LOOK} px-1 py-0.5 tabular-nums ${fault ? "border-brick" : ""}`}
      />
      {fault && (
        <span id={id} role="alert" className="block text-[12px] font-medium text-brick">
          {fault}
        </span>
      )}
    </span>
  );
}
