import { useState } from "react";
import type { Wall } from "../../api/client";
import { freeId } from "../../lib/ids";
import { DraftScope } from "../../ui/drafts";
import { AreaFields } from "../../ui/AreaFields";
import { Field } from "../../ui/Field";
import { Button, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";
import { inside } from "../../lib/inside";

type Member = NonNullable<Wall["framing"]>["members"][number];

/** Noggins, blocking and single studs as areas of their own: seen with the wall open, or found by a sweep. */
export function Members({
  editing,
  lists,
  setPlacing,
}: Pick<StageProps, "editing" | "lists" | "setPlacing">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const { starts } = editing.data;
  const kinds = Object.entries(starts.members).map(([key, one]) => ({ key, ...one }));
  const framing = wall.framing ?? { species: starts.species, row: null, members: [] };
  const [kind, setKind] = useState<Member["kind"]>("noggin");
  const [known, setKnown] = useState<NonNullable<Member["known"]> | "">("");
  const [wanting, setWanting] = useState(false);
  const label = kinds.find((one) => one.key === kind)?.label ?? kind;
  const save = (members: Member[], summary: string) =>
    editing.saveWall({ framing: { ...framing, members } }, summary);

  const place = () => {
    // nobody is taken to have seen the wall open
    setWanting(known === "");
    if (known === "") return;
    setPlacing({
      label: `Tap the middle of the ${inside(label)}`,
      onPlace: (x, y) => {
        setPlacing(null);
        const usual = kinds.find((one) => one.key === kind);
        if (!usual) return;
        const width_mm = usual.width_mm ?? wall.width_mm;
        const height_mm = usual.height_mm ?? wall.height_mm;
        const member: Member = {
          id: freeId(
            kind,
            framing.members.map((one) => one.id),
          ),
          kind,
          x_mm: usual.width_mm ? Math.max(0, Math.round(x - width_mm / 2)) : 0,
          y_mm: usual.height_mm ? Math.max(0, Math.round(y - height_mm / 2)) : 0,
          width_mm,
          height_mm,
          known,
          depth_mm: null,
          species: null,
        };
        void save([...framing.members, member], `${inside(label)} placed`).catch(() => undefined);
      },
    });
  };

  return (
    <>
      <Heading aside="areas of their own">Noggins, blocking, single studs</Heading>
      <div className="grid grid-cols-2 gap-2">
        <Select label="Piece" value={kind} options={kinds} onChange={(key) => setKind(key as typeof kind)} />
        <Select
          label="How you know it"
          value={known}
          options={[{ key: "", label: "Say how you know it" }, ...lists.known]}
          onChange={(key) => {
            setKnown(key as typeof known);
            setWanting(false);
          }}
        />
      </div>
      {wanting && (
        <p role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          Say how you know that it is there: what holds and what is proved first depends on it.
        </p>
      )}
      <Button look="open" className="mt-2 w-full" onClick={place}>
        Place it on the wall
      </Button>
      <ul aria-label="Pieces of framing">
        {framing.members.map((member) => {
          const name = kinds.find((one) => one.key === member.kind)?.label ?? member.kind;
          const set = (part: Partial<Member>) =>
            save(
              framing.members.map((one) => (one.id === member.id ? { ...one, ...part } : one)),
              `${inside(name)} changed`,
            );
          return (
            <li key={member.id} className="mt-3">
              <div className="flex items-center justify-between text-[13px]">
                <strong>{name}</strong>
                <span className="text-soft">
                  {lists.known.find((one) => one.key === member.known)?.label}
                </span>
                <button
                  type="button"
                  aria-label={`Take the ${inside(name)} out`}
                  className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
                  onClick={() =>
                    void save(
                      framing.members.filter((one) => one.id !== member.id),
                      `${inside(name)} taken out`,
                    )
                  }
                >
                  Out
                </button>
              </div>
              <DraftScope of={member.id}>
                <AreaFields area={member} units={units} onChange={set} />
                <div className="mt-1 grid grid-cols-2 gap-2">
                  <Field
                    label="deep, behind the face"
                    units={units}
                    value={member.depth_mm}
                    clearable
                    placeholder="as the frame"
                    onCommit={(v) => set({ depth_mm: v })}
                  />
                  <Select
                    label="wood"
                    value={member.species ?? framing.species}
                    options={lists.species}
                    onChange={(key) => void set({ species: key })}
                  />
                </div>
              </DraftScope>
            </li>
          );
        })}
      </ul>
    </>
  );
}
