import { Checkbox, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

/** By which rules the wall was wired, and what blunts a detector in it. */
export function Rules({ editing, lists }: Pick<StageProps, "editing" | "lists">) {
  const { wall } = editing.data.wall;
  const { hidden, elevation } = editing.plan;
  const reasons = [...new Set(elevation.zones.map((zone) => zone.reason))];
  return (
    <>
      <Heading>By which rules it was wired</Heading>
      <Select
        label="Rule school"
        value={wall.school ?? ""}
        options={[
          { key: "", label: `As usual here: ${hidden.school_label}` },
          ...lists.schools.filter((one) => one.key !== hidden.school || wall.school),
        ]}
        onChange={(key) => void editing.saveWall({ school: key || null }, "rule school")}
      />
      <p className="mt-1 text-[12px] text-soft">
        {hidden.school_says} Source: {hidden.school_source}.
      </p>
      {reasons.length > 0 && (
        <details className="mt-1 text-[13px]">
          <summary className="text-soft">Why there are zones on this wall</summary>
          <ul aria-label="Reasons of the zones" className="list-disc pl-4">
            {reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
        </details>
      )}
      <div className="mt-2 space-y-1.5">
        <Checkbox
          label="Kitchen, utility or workroom, with a worktop"
          checked={wall.workroom}
          onChange={(on) => void editing.saveWall({ workroom: on }, "workroom")}
        />
        {lists.screens.map((screen) => (
          <Checkbox
            key={screen.key}
            label={screen.label}
            checked={wall.screens.some((one) => one === screen.key)}
            onChange={(on) =>
              void editing.saveWall(
                {
                  screens: on
                    ? [...wall.screens, screen.key as (typeof wall.screens)[number]]
                    : wall.screens.filter((one) => one !== screen.key),
                },
                "what blunts a detector",
              )
            }
          />
        ))}
      </div>
    </>
  );
}
