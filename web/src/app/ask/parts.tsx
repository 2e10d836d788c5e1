import type { ReactNode } from "react";
import { Refused } from "../../api/client";
import { Heading } from "../../ui/controls";
import { Said } from "../../ui/Said";

/** One question on one page: what is said at the left, the answer beside it. */
export function Question({
  says,
  children,
  answer,
}: {
  says: ReactNode;
  children?: ReactNode;
  answer: ReactNode;
}) {
  return (
    <div className="grid gap-x-10 gap-y-6 md:grid-cols-[minmax(300px,5fr)_7fr]">
      <section aria-label="What you say">
        <div className="text-[17px] leading-[2.1]">{says}</div>
        {children}
      </section>
      <section aria-label="The answer" aria-live="polite" className="min-w-0">
        {answer}
      </section>
    </div>
  );
}

/** Sentences under a heading; nothing where there are none. */
export function Told({ head, lines, look = "" }: { head: string; lines: readonly string[]; look?: string }) {
  if (lines.length === 0) return null;
  return (
    <>
      <Heading level="h2">{head}</Heading>
      <ul className={`space-y-1 text-[13px] leading-snug ${look}`} aria-label={head}>
        {lines.map((line) => (
          <li key={line}>
            <Said>{line}</Said>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Why there is no answer. */
export function NoAnswer({ error }: { error: Error | null }) {
  if (!error) return <p className="text-soft">Being worked out…</p>;
  return (
    <p role="alert" className="border-l-4 border-brick bg-brick-wash p-2 text-[14px]">
      {error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer. Is it still running?"}
    </p>
  );
}
