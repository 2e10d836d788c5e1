import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

/** Where the bricks lie: as is usual until somebody taps or measures one. */
export function Courses({
  editing,
  lists,
  setPlacing,
}: Pick<StageProps, "editing" | "lists" | "setPlacing">) {
  const courses = editing.data.wall.wall.courses;
  const units = editing.data.site.units;
  const save = (part: Partial<NonNullable<typeof courses>>, summary: string) =>
    courses ? editing.saveWall({ courses: { ...courses, ...part } }, summary) : Promise.resolve();
  // a size that is tapped would be off by more with every course: only the place of one brick is
  const tap = () =>
    setPlacing({
      label: "Tap the lower left corner of a brick near the holes",
      onPlace: (x_mm, y_mm) => {
        setPlacing(null);
        void save({ origin_x_mm: x_mm, origin_y_mm: y_mm, known: "seen" }, "brick tapped");
      },
    });
  const start = (key: string) => {
    const unit = lists.units.find((one) => one.key === key);
    if (!unit) return;
    const { unit_length_mm, unit_height_mm, joint_mm, solidity } = unit;
    void editing.saveWall(
      {
        courses: {
          origin_x_mm: 0,
          origin_y_mm: 0,
          course_shift: 0.5,
          known: "predicted",
          ...courses,
          unit_length_mm,
          unit_height_mm,
          joint_mm,
          solidity,
        },
      },
      "brick size",
    );
  };
  return (
    <>
      <Heading aside="where the joints are">Courses</Heading>
      <Select
        label="Brick"
        value=""
        options={[
          { key: "", label: courses ? "Another size…" : "Joints hidden: taken as a joint everywhere" },
          ...lists.units,
        ]}
        onChange={start}
      />
      {courses && (
        <>
          <div className="mt-2 grid grid-cols-3 gap-2">
            <Field
              label="Brick length"
              units={units}
              value={courses.unit_length_mm}
              onCommit={(v) => save({ unit_length_mm: v }, "brick length")}
            />
            <Field
              label="Brick height"
              units={units}
              value={courses.unit_height_mm}
              onCommit={(v) => save({ unit_height_mm: v }, "brick height")}
            />
            <Field
              label="Joint"
              units={units}
              value={courses.joint_mm}
              onCommit={(v) => save({ joint_mm: v }, "joint")}
            />
            <Field
              label="A brick's left end"
              units={units}
              value={courses.origin_x_mm}
              onCommit={(v) => save({ origin_x_mm: v }, "courses moved")}
            />
            <Field
              label="and its underside"
              units={units}
              value={courses.origin_y_mm}
              onCommit={(v) => save({ origin_y_mm: v }, "courses moved")}
            />
            <Select
              label="Brick is"
              value={courses.solidity}
              options={[
                { key: "solid", label: "Solid" },
                { key: "cored", label: "Cored" },
                { key: "hollow", label: "Hollow" },
                { key: "aerated", label: "Aerated" },
              ]}
              onChange={(key) => void save({ solidity: key as typeof courses.solidity }, "brick kind")}
            />
          </div>
          {courses.known === "predicted" && (
            <p className="mt-2 text-sm">
              Drawn as is usual. Tap a brick’s corner on the wall; or measure its left end and its underside,
              and say that they lie as drawn.
            </p>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            <Button onClick={tap}>Tap a brick’s corner on the wall</Button>
            {courses.known === "predicted" && (
              <Button onClick={() => void save({ known: "seen" }, "courses measured")}>
                They lie as drawn
              </Button>
            )}
            <Button onClick={() => void editing.saveWall({ courses: null }, "joints hidden")}>
              The joints are hidden
            </Button>
          </div>
        </>
      )}
    </>
  );
}
