import type { Plan } from "../api/client";

/** That something was tapped and not measured, how far off it may lie, and the way to say that a tape has been there. */
export function OffPhoto({
  plan,
  of,
  id,
  onMeasured,
}: {
  plan: Plan;
  of: "points" | "openings" | "hits" | "old_holes" | "tiles";
  id: string;
  onMeasured: () => void;
}) {
  const off = plan.elevation.off_photo.find((one) => one.of === of && one.id === id);
  if (!off) return null;
  return (
    <p className="border-l-4 border-ochre pl-2 text-[12.5px]">
      {off.text}{" "}
      <button
        type="button"
        className="min-h-6 underline hover:text-chalk max-sm:min-h-11"
        onClick={onMeasured}
      >
        Measured by tape now
      </button>
    </p>
  );
}
