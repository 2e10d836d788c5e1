import { Checkbox as RadixCheckbox } from "radix-ui";
import { type ButtonHTMLAttributes, type ReactNode, useId } from "react";
import type { Offered } from "../lib/whatGoesUp";
import { Options } from "./Options";

type Look = "solid" | "open" | "quiet";

const LOOKS: Record<Look, string> = {
  solid: "bg-chalk text-on-solid border-chalk hover:brightness-110",
  open: "bg-transparent text-chalk border-chalk hover:bg-chalk-wash",
  quiet: "bg-transparent text-ink border-rule hover:bg-wash",
};

export function Button({
  look = "quiet",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-9 items-center justify-center gap-2 rounded-sm border px-3 py-1.5 text-[13px] font-semibold disabled:cursor-default disabled:opacity-45 max-sm:min-h-12 max-sm:text-[15px] ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

export function Heading({
  children,
  aside,
  level: Level = "h3",
}: {
  children: ReactNode;
  aside?: ReactNode;
  /** Under the heading of a page itself: h2. */
  level?: "h2" | "h3";
}) {
  return (
    <div className="mt-5 mb-2 flex items-baseline justify-between gap-3 first:mt-0">
      <Level className="text-[14px] font-bold">{children}</Level>
      {aside && <div className="text-[12px] text-soft">{aside}</div>}
    </div>
  );
}

export function Select({
  label,
  value,
  options,
  onChange,
  hideLabel,
}: {
  label: string;
  value: string;
  options: readonly Offered[];
  onChange: (key: string) => void;
  hideLabel?: boolean;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "mb-0.5 block text-[12px] text-soft"}>
        {label}
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="h-9 w-full min-w-0 rounded-sm border border-rule bg-sheet px-2 text-[14px] text-ink max-sm:h-12"
      >
        <Options options={options} />
      </select>
    </div>
  );
}

export function Checkbox({
  label,
  describe,
  checked,
  onChange,
}: {
  label: string;
  /** What a reader says, where the label alone would be too short. */
  describe?: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  const id = useId();
  return (
    <div className="flex items-center gap-1.5">
      <RadixCheckbox.Root
        id={id}
        aria-label={describe}
        checked={checked}
        onCheckedChange={(state) => onChange(state === true)}
        className="grid size-4.5 shrink-0 place-items-center rounded-[2px] border border-chalk bg-sheet data-[state=checked]:bg-chalk max-sm:size-6"
      >
        <RadixCheckbox.Indicator>
          <svg viewBox="0 0 12 12" className="size-3 text-on-solid" aria-hidden>
            <path d="M2 6.5 5 9.5 10.5 3" fill="none" stroke="currentColor" strokeWidth="2" />
          </svg>
        </RadixCheckbox.Indicator>
      </RadixCheckbox.Root>
      <label htmlFor={id} className="text-[13px] select-none">
        {label}
      </label>
    </div>
  );
}
