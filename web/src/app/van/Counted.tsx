import { useState } from "react";
import { Field } from "../../ui/Field";
import { Button, Select } from "../../ui/controls";
import { inside } from "../../lib/inside";
import type { Offered } from "../../lib/whatGoesUp";

export interface CountedLine {
  id: string;
  label: string;
  count: number;
  price?: number | null;
}

/** What can be done to a list: a list with prices says how they are set. */
export interface CountedChanges {
  onCount: (id: string, count: number) => Promise<void>;
  onPrice?: (id: string, price: number | null) => Promise<void>;
  onRemove: (id: string) => void;
  onAdd: (key: string, length: string) => void;
}

/** A list of things with their numbers, and a row to add another. */
export function Counted({
  title,
  lines,
  options,
  lengths,
  changes: { onCount, onPrice, onRemove, onAdd },
}: {
  title: string;
  lines: readonly CountedLine[];
  options: readonly Offered[];
  /** The lengths that the chosen thing is sold in, where it has any. */
  lengths?: (key: string) => readonly { key: string; label: string }[];
  changes: CountedChanges;
}) {
  const priced = onPrice !== undefined;
  const [key, setKey] = useState(options[0]?.key ?? "");
  const sizes = lengths?.(key) ?? [];
  const [length, setLength] = useState("");
  const size = sizes.some((one) => one.key === length) ? length : (sizes[0]?.key ?? "");
  return (
    <section aria-label={title} className="border-t-2 border-ink pt-2">
      <h2 className="text-[17px] font-bold">{title}</h2>
      <ul className="mt-1">
        {lines.map((line) => (
          <li
            key={line.id}
            className={`grid items-center gap-2 border-b border-rule py-1 ${priced ? "grid-cols-[1fr_70px_80px_28px]" : "grid-cols-[1fr_70px_28px]"}`}
          >
            <span className="min-w-0 text-[13.5px]">{line.label}</span>
            <Field
              label={`How many: ${line.label}`}
              hideLabel
              kind="number"
              value={line.count}
              onCommit={(v: number) => onCount(line.id, v)}
            />
            {priced && onPrice && (
              <Field
                label={`Price of one: ${line.label}`}
                hideLabel
                kind="number"
                value={line.price ?? null}
                clearable
                placeholder="price"
                onCommit={(v: number | null) => onPrice(line.id, v)}
              />
            )}
            <button
              type="button"
              aria-label={`Take out: ${line.label}`}
              className="h-9 text-[12px] underline text-soft hover:text-brick"
              onClick={() => onRemove(line.id)}
            >
              Out
            </button>
          </li>
        ))}
      </ul>
      {lines.length === 0 && (
        <p className="py-1 text-[13px] text-soft">Not told yet: nothing is held against a fixing.</p>
      )}
      <div
        className={`mt-2 grid items-end gap-2 ${lengths ? "grid-cols-[1fr_96px_auto]" : "grid-cols-[1fr_auto]"}`}
      >
        <Select label={`Add to ${inside(title)}`} value={key} options={options} onChange={setKey} />
        {lengths && <Select label="Length" value={size} options={sizes} onChange={setLength} />}
        <Button onClick={() => onAdd(key, size)}>Add</Button>
      </div>
    </section>
  );
}
