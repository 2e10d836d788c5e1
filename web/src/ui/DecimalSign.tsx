import type { Decimal } from "../lib/decimal";
import { Select } from "./controls";

const HABITS = [
  { key: "point", label: "12.5 (commas between cells)" },
  { key: "comma", label: "12,5 (semicolons between cells)" },
];

/** How a table writes its figures, so that one's own spreadsheet reads them. */
export function DecimalSign({ value, onChange }: { value: Decimal; onChange: (value: Decimal) => void }) {
  return (
    <Select
      label="Figures in tables"
      value={value}
      options={HABITS}
      onChange={(key) => onChange(key as Decimal)}
    />
  );
}
