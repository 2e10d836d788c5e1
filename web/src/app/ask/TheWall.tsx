import type { Lists } from "../../api/client";
import type { Asking } from "./useAsked";
import { Word } from "./words";

const STUDS = [
  { key: "between", label: "between the studs" },
  { key: "in", label: "into the studs" },
];

/** Between the studs or into them: a word of the sentence where the wall is framed. */
export function IntoStuds({
  label,
  wall,
  lists,
  inStuds,
  onChange,
}: {
  label: string;
  wall: string | null | undefined;
  lists: Lists;
  inStuds: boolean | undefined;
  onChange: (inStuds: boolean) => void;
}) {
  if (!lists.build_ups.some((one) => one.key === wall && one.stud_width_mm)) return null;
  return (
    <>
      ,{" "}
      <Word
        label={label}
        value={inStuds ? "in" : "between"}
        options={STUDS}
        onChange={(key) => onChange(key === "in")}
      />
    </>
  );
}

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
