import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

/** What can be done with one thing of a list, in words. */
export function Menu({ label, children }: { label: string; children: ReactNode }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <button
          type="button"
          aria-label={label}
          className="min-h-9 px-2 text-[12px] text-soft underline hover:text-ink max-sm:min-h-11"
        >
          More
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 min-w-[190px] border border-ink bg-sheet text-[13.5px] text-ink"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({ children, onPress }: { children: ReactNode; onPress: () => void }) {
  return (
    <DropdownMenu.Item
      onSelect={onPress}
      className="flex min-h-10 cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-wash max-sm:min-h-12"
    >
      {children}
    </DropdownMenu.Item>
  );
}
