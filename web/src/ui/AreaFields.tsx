import type { Rect, Units } from "../api/client";
import { Field } from "./Field";

const SIDES = [
  ["x_mm", "from left"],
  ["y_mm", "from floor"],
  ["width_mm", "wide"],
  ["height_mm", "high"],
] as const;

/** An area of the wall by four figures. */
export function AreaFields({
  area,
  units,
  onChange,
}: {
  area: Rect;
  units: Units;
  onChange: (part: Partial<Rect>) => Promise<unknown>;
}) {
  return (
    <div className="grid grid-cols-4 gap-1.5">
      {SIDES.map(([key, says]) => (
        <Field
          key={key}
          label={says}
          units={units}
          value={area[key]}
          onCommit={(v: number) => onChange({ [key]: v })}
        />
      ))}
    </div>
  );
}
