import { type FormEvent, type ReactNode, useId, useRef, useState } from "react";
import {
  type Control,
  Controller,
  type FieldValues,
  type Path,
  type UseFormHandleSubmit,
  type UseFormRegisterReturn,
} from "react-hook-form";
import { Refused } from "../../api/client";
import { Button, Select } from "../../ui/controls";
import type { Offered } from "../../lib/whatGoesUp";
import { Dialog } from "../../ui/Dialog";

/** A line of text in a form. */
export function Text({
  label,
  placeholder,
  entry,
}: {
  label: string;
  placeholder?: string;
  entry: UseFormRegisterReturn;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block text-[12px] text-soft">
        {label}
      </label>
      <input
        id={id}
        placeholder={placeholder}
        autoComplete="off"
        className="h-9 w-full rounded-sm border border-rule bg-sheet px-2 max-sm:h-12"
        {...entry}
      />
    </div>
  );
}

/** One of several, in a form; `onPick`: told when somebody picked one himself. */
export function Choose<T extends FieldValues>({
  label,
  name,
  control,
  options,
  onPick,
}: {
  label: string;
  name: Path<T>;
  control: Control<T>;
  options: readonly Offered[];
  onPick?: (value: string) => void;
}) {
  return (
    <Controller
      name={name}
      control={control}
      render={({ field }) => (
        <Select
          label={label}
          value={field.value}
          options={options}
          onChange={(value) => {
            onPick?.(value);
            field.onChange(value);
          }}
        />
      )}
    />
  );
}

interface Props<T extends FieldValues> {
  title: string;
  says: string;
  action: string;
  look: "open" | "quiet" | "solid";
  handle: UseFormHandleSubmit<T>;
  onSubmit: (values: T) => Promise<void>;
  /** What is looked at once it was done and the dialog is shut, instead of the button that opened it. */
  lookAt?: () => void;
  children: ReactNode;
}

/** A dialog with a form: what the server refuses is shown in it, and nothing typed is lost. */
export function FormDialog<T extends FieldValues>({
  title,
  says,
  action,
  look,
  handle,
  onSubmit,
  lookAt,
  children,
}: Props<T>) {
  const [open, setOpen] = useState(false);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const done = useRef(false);
  const closed = () => {
    if (!done.current || !lookAt) return false;
    done.current = false;
    lookAt();
    return true;
  };
  const submit = (event: FormEvent) =>
    void handle(async (values) => {
      try {
        await onSubmit(values);
        done.current = true;
        setFaults([]);
        setOpen(false);
      } catch (error) {
        setFaults(error instanceof Refused ? error.tell() : ["Rock Pin does not answer."]);
      }
    })(event);
  return (
    <Dialog
      title={title}
      says={says}
      open={open}
      onOpenChange={setOpen}
      onClosed={closed}
      trigger={<Button look={look}>{title}</Button>}
    >
      <form onSubmit={submit} className="space-y-3">
        {children}
        {faults.length > 0 && (
          <ul role="alert" className="border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
            {faults.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </ul>
        )}
        <Button look="solid" type="submit" className="w-full">
          {action}
        </Button>
      </form>
    </Dialog>
  );
}

/** A year as it was typed, for the server to judge; none where nothing was typed. */
export function yearOf(text: string): number | null {
  return text.trim() ? (text.trim() as unknown as number) : null;
}
