import type { Offered } from "../lib/whatGoesUp";

/** The options of a list, under the heads of their groups where they have some. */
export function Options({ options }: { options: readonly Offered[] }) {
  const groups = [...new Set(options.map((option) => option.group))];
  const listed = (group: string | undefined) =>
    options
      .filter((option) => option.group === group)
      .map((option) => (
        <option key={option.key} value={option.key}>
          {option.label}
        </option>
      ));
  return groups.map((group) =>
    group ? (
      <optgroup key={group} label={group}>
        {listed(group)}
      </optgroup>
    ) : (
      listed(undefined)
    ),
  );
}
