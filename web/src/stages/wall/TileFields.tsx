import type { Wall } from "../../api/client";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { OffPhoto } from "../../ui/OffPhoto";
import { tapTwoCorners } from "./twoCorners";

type Tiles = NonNullable<Wall["tiles"]>;

const SIZES = [
  { key: "tile_width_mm", label: "A tile, wide" },
  { key: "tile_height_mm", label: "high" },
  { key: "joint_mm", label: "Joint" },
  { key: "origin_x_mm", label: "A tile's left side" },
  { key: "origin_y_mm", label: "and its lower edge" },
] as const;

/** Where the tiles lie, so that marks can be put on a joint or well inside a tile. */
export function TileFields({ editing, setPlacing }: Pick<StageProps, "editing" | "setPlacing">) {
  const { tiles } = editing.data.wall.wall;
  const units = editing.data.site.units;
  const save = (next: Tiles | null, summary: string) =>
    editing.saveWall({ tiles: next }, summary).catch(() => undefined);
  const tap = () =>
    tapTwoCorners("a tile", setPlacing, (area, sigma_mm) => {
      const { x_mm, y_mm, width_mm, height_mm } = area;
      const now = tiles ?? editing.data.starts.tiles;
      const sizes = { tile_width_mm: width_mm, tile_height_mm: height_mm };
      void save({ ...now, ...sizes, origin_x_mm: x_mm, origin_y_mm: y_mm, sigma_mm }, "tile tapped");
    });
  return (
    <DraftScope of="tiles">
      <Heading>Tiles</Heading>
      {tiles ? (
        <>
          <div className="grid grid-cols-3 items-end gap-2">
            {SIZES.map(({ key, label }) => (
              <Field
                key={key}
                label={label}
                units={units}
                value={tiles[key]}
                onCommit={(v) => editing.saveWall({ tiles: { ...tiles, [key]: v } }, "tiles")}
              />
            ))}
          </div>
          <div className="mt-2 flex items-center justify-between gap-3">
            <Checkbox
              label="Each row steps by half a tile"
              checked={tiles.course_shift > 0}
              onChange={(on) => void save({ ...tiles, course_shift: on ? 0.5 : 0 }, "tiles")}
            />
            <Button onClick={() => void save(null, "no tiles")}>No tiles here</Button>
          </div>
          <OffPhoto
            plan={editing.plan}
            of="tiles"
            id="tiles"
            onMeasured={() => void save({ ...tiles, sigma_mm: 0 }, "tiles measured")}
          />
        </>
      ) : (
        <Button onClick={() => void save(editing.data.starts.tiles, "tiles added")}>
          Say where the tiles lie
        </Button>
      )}
      <Button className="mt-2" onClick={tap}>
        Tap a tile’s corners on the wall
      </Button>
    </DraftScope>
  );
}
