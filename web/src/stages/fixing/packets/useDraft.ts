import { useState } from "react";
import { type FieldValues, type Path, type PathValue, useForm, useWatch } from "react-hook-form";
import type { DefaultValues } from "react-hook-form";
import type { Editing } from "../../../job/useWorkspace";
import { UNREAD, useTypingRead } from "../../../ui/drafts";
import { freeId } from "../../../lib/ids";
import { sentencesOf } from "./parts";

/** A fault of the packet that is entered, without its place among those of the job. */
function ofThisOne(fault: string): string {
  const told = fault.replace(/^(?:Screw packet|Packet) \d+, /, "");
  return told.charAt(0).toUpperCase() + told.slice(1);
}

/** A packet that is being entered: what stands in it, how to change it, and what was wrong when it was last kept. */
export function useDraft<T extends FieldValues>(editing: Editing, start: T, stem: string) {
  const { job } = editing.data;
  const { control, setValue, getValues, reset } = useForm<T>({ defaultValues: start as DefaultValues<T> });
  const draft = useWatch({ control }) as T;
  const typingRead = useTypingRead();
  const [faults, setFaults] = useState<readonly string[]>([]);
  const set = (part: Partial<T>) => {
    for (const [key, value] of Object.entries(part)) {
      setValue(key as Path<T>, value as PathValue<T, Path<T>>);
    }
    return Promise.resolve();
  };
  /** Keeps it under an id that no packet has; empties the form when it was taken. */
  const keep = async (saved: (id: string, entered: T) => Promise<void>) => {
    const taken = [...job.packets, ...job.screw_packets].map((one) => one.id);
    // the field that was just left may still be read
    if (!(await typingRead())) {
      setFaults([UNREAD]);
      return;
    }
    try {
      await saved(freeId(stem, taken), getValues());
      setFaults([]);
      reset(start as DefaultValues<T>);
    } catch (error) {
      setFaults(sentencesOf(error).map(ofThisOne));
    }
  };
  return { draft, set, keep, faults };
}
