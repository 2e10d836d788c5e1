import type { Happening } from "../job/useOutbox";
import { Button } from "../ui/controls";
import { Dialog } from "../ui/Dialog";
import { useState } from "react";

/** A quiet line: saved, sending, or how much is kept on this device; pressed it shows what. */
export function Kept({ outbox }: { outbox: Happening }) {
  const [open, setOpen] = useState(false);
  const { waiting, sending, away, shutOut } = outbox.state;
  const refused = waiting.filter((one) => one.refused);
  const says = shutOut
    ? "let in again first"
    : refused.length
      ? `clashed: ${refused.length}`
      : waiting.length === 0
        ? "saved"
        : sending && !away
          ? "sending"
          : `kept: ${waiting.length}`;
  return (
    <>
      <button
        type="button"
        role="status"
        aria-label={says.startsWith("kept") ? `kept on this device: ${waiting.length}` : says}
        onClick={() => setOpen(true)}
        className={`min-h-11 px-1.5 text-[13px] whitespace-nowrap ${refused.length || shutOut ? "font-bold text-[#f0907a]" : "text-bar-soft"}`}
      >
        {says}
      </button>
      <Dialog
        title="What is kept on this device"
        says="Everything that happens at the wall is kept here until Rock Pin has it, in its order."
        open={open}
        onOpenChange={setOpen}
      >
        {waiting.length === 0 && <p className="text-[15px]">Nothing waits: all of it is saved.</p>}
        <ul>
          {waiting.map((one) => (
            <li key={one.key} className="border-b border-rule py-2 text-[14px]">
              <span>{told(one.thing.kind)}</span>
              {one.refused && (
                <>
                  <p role="alert" className="mt-1 border-l-4 border-brick bg-brick-wash p-2">
                    It was not taken in: {one.refused}
                  </p>
                  <Button className="mt-1" onClick={() => void outbox.forget(one.key)}>
                    Let go of it
                  </Button>
                </>
              )}
            </li>
          ))}
        </ul>
        {waiting.length > 0 && (
          <Button look="open" className="mt-3 w-full" onClick={outbox.sendNow}>
            Send it now
          </Button>
        )}
      </Dialog>
    </>
  );
}

const TOLD: Record<string, string> = {
  step: "A step that is done",
  gathered: "A thing laid ready",
  clock: "A clock",
  report: "What a hole answered",
  tried: "A hole that was tried",
  noted: "A note",
  photo: "A photo",
};

function told(kind: string): string {
  return TOLD[kind] ?? kind;
}
