import type { ReactNode } from "react";
import { Button } from "../../../ui/controls";

interface Frame {
  title: string;
  className: string;
  faults: readonly string[];
  button: string;
  onKeep: () => void;
  children: ReactNode;
}

/** A packet to be entered: its fields, what was wrong with them, and the button that lets it compete. */
export function PacketFrame({ title, className, faults, button, onKeep, children }: Frame) {
  return (
    <details className={`${className} border-t border-rule pt-2`}>
      <summary className="text-[14px] font-bold">{title}</summary>
      <div className="mt-2 grid grid-cols-2 gap-2">{children}</div>
      {faults.length > 0 && (
        <ul role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      <Button look="open" className="mt-2 w-full" onClick={onKeep}>
        {button}
      </Button>
    </details>
  );
}
