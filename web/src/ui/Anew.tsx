import { type ReactNode, useLayoutEffect, useRef } from "react";

/**
 * What is worked out anew after each change: while it is, only that is said, in the room that it had, so that what
 * stands below stays where the hand is.
 */
export function Anew({ busy, says, children }: { busy: boolean; says: string; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const height = useRef(0);
  useLayoutEffect(() => {
    const { current } = box;
    if (!current) return;
    current.style.minHeight = busy ? `${height.current}px` : "";
    if (!busy) height.current = current.offsetHeight;
  });
  return (
    <div ref={box} aria-busy={busy}>
      {busy && <p className="text-[13px] text-soft">{says}</p>}
      {children}
    </div>
  );
}
