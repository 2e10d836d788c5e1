import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./controls";

/** A sheet of paper over the page. */
export function Dialog({
  title,
  says,
  trigger,
  open,
  onOpenChange,
  leave = "Leave it",
  onClosed,
  children,
}: {
  title: string;
  says: string;
  trigger?: ReactNode;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** What closes it is called, where nothing can be left. */
  leave?: string;
  /** Where the keyboard goes once it is shut; true: it was put somewhere, and not back where it came from. */
  onClosed?: () => boolean;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      {trigger && <Radix.Trigger asChild>{trigger}</Radix.Trigger>}
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#22272b]/55" />
        <Radix.Content
          onCloseAutoFocus={(event) => {
            if (onClosed?.()) event.preventDefault();
          }}
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(560px,94vw)] -translate-x-1/2 overflow-auto border-t-4 border-chalk bg-sheet p-5 text-ink"
        >
          <Radix.Title className="text-[18px] font-bold">{title}</Radix.Title>
          <Radix.Description className="mt-1 mb-4 text-[13px] text-soft">{says}</Radix.Description>
          {children}
          <Radix.Close asChild>
            <Button className="mt-3 w-full">{leave}</Button>
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
