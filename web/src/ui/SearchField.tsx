/** A field in which one types a part of what is looked for. */
export function SearchField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <label className="mt-1 block text-[12px] text-soft">
      {label}
      <input
        type="search"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="mt-0.5 block h-9 w-full max-w-[320px] rounded-sm border border-rule bg-sheet px-2 text-[15px] text-ink max-sm:h-12"
      />
    </label>
  );
}
