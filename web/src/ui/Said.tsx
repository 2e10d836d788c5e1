import { Popover } from "radix-ui";
import { useContext } from "react";
import type { Lists, Schemas } from "../api/client";
import { useLists } from "../api/queries";
import { together } from "../lib/together";
import { partsOf } from "./spoken";
import { SpokenIn } from "./spokenIn";
import { WORD_PICTURES } from "./wordPictures";

type Word = Lists["trade_words"][number];

/** What a word is called here, and what elsewhere if that is another. */
export function namesOf(word: Word, region: Schemas["Region"]): { here: string; elsewhere: string | null } {
  const there = word.label_us?.toLowerCase();
  if (!word.label_us) return { here: word.label, elsewhere: null };
  return region === "north_america"
    ? { here: word.label_us, elsewhere: `elsewhere ${word.label.toLowerCase()}` }
    : { here: word.label, elsewhere: `in North America ${there}` };
}

export function WordPicture({ of }: { of: string }) {
  const picture = WORD_PICTURES[of];
  if (!picture) return null;
  return (
    <svg viewBox="-2 -2 124 68" className="h-[68px] w-[124px] shrink-0" aria-hidden>
      {picture.round && <path d={picture.round} fill="none" stroke="var(--soft)" strokeWidth="1.4" />}
      <path
        d={picture.it}
        fill="var(--chalk-wash)"
        stroke="var(--chalk)"
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
    </svg>
  );
}

/** One word of the trade inside a sentence: pressed, it says what it is, with a drawing. */
function Pressed({ word, text }: { word: Word; text: string }) {
  const { here, elsewhere } = namesOf(word, useContext(SpokenIn));
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          aria-label={`${text}: what is that?`}
          className="cursor-help whitespace-normal underline decoration-dotted decoration-1 underline-offset-[3px] hover:decoration-solid"
        >
          {text}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          sideOffset={4}
          collisionPadding={8}
          aria-label={here}
          className="z-[60] flex w-[min(340px,92vw)] gap-3 border-t-4 border-chalk bg-sheet p-3 text-left text-[13px] font-normal text-ink shadow-[0_0_0_1px_var(--rule)]"
        >
          <WordPicture of={word.key} />
          <p className="min-w-0">
            <strong className="block text-[15px]">{here}</strong>
            {elsewhere && <span className="block text-soft">{elsewhere}</span>}
            {word.says}
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const CLOSES = /^[,.;:!?)…]+/;

/** A sentence whose words of the trade can be pressed, each where it stands first; no line begins with its comma. */
export function Said({ children }: { children: string }) {
  const words = useLists()?.trade_words ?? [];
  const parts = partsOf(together(children), words);
  const closing = (index: number) => {
    const next = parts[index + 1];
    return typeof next === "string" ? (CLOSES.exec(next)?.[0] ?? "") : "";
  };
  return parts.map((part, index) => {
    if (typeof part === "string") {
      return index > 0 && typeof parts[index - 1] !== "string" ? part.replace(CLOSES, "") : part;
    }
    return (
      <span key={`${part.word.key}-${index}`} className="whitespace-nowrap">
        <Pressed word={part.word} text={part.text} />
        {closing(index)}
      </span>
    );
  });
}
