import { useEffect, useState } from "react";
import type { Offered } from "../../lib/whatGoesUp";
import { SearchField } from "../../ui/SearchField";
import { useCalled } from "../useCalled";

/** Where a thing is not found in the list: what somebody calls it, and the thing that is meant by that. */
export function ByName({ things, onMeant }: { things: readonly Offered[]; onMeant: (key: string) => void }) {
  const [words, setWords] = useState("");
  const called = useCalled(words);
  const meant = words.trim() ? things.find((one) => one.key === called?.key) : undefined;
  const key = meant?.key;
  useEffect(() => {
    if (key) onMeant(key);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for what is meant, not for each answer
  }, [key]);
  return (
    <div className="mt-3">
      <SearchField label="Not in the list? Say what it is called" value={words} onChange={setWords} />
      <p
        role="status"
        className={`mt-1 max-w-[60ch] text-[13px] empty:hidden ${
          called?.beyond ? "border-l-4 border-ochre bg-ochre-wash p-2" : ""
        }`}
      >
        {words.trim().length > 2 && called && (called.beyond ?? (!meant && NOTHING))}
      </p>
    </div>
  );
}

const NOTHING = "Nothing here is called so. Take what is most like it, by its shape, and measure it.";
