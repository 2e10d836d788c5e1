import type { Lists } from "../../api/client";
import type { Asking } from "./useAsked";
import { Word } from "./words";

const UNKNOWN = { key: "", label: "a wall nobody knows yet" };

/** The wall as far as one knows it, inside a question's sentence. */
export function TheWall({ asking, lists }: { asking: Asking; lists: Lists }) {
  return (
    <Word
      label="The wall"
      value={asking.asked.supposed.wall ?? ""}
      options={[UNKNOWN, ...lists.build_ups.map((one) => ({ key: one.key, label: one.short }))]}
      // plaster was said of the wall before
      onChange={(key) => asking.say({ wall: key || null, plaster_mm: null })}
    />
  );
}
