import type { Wall } from "../../api/client";
import { DraftScope } from "../../ui/drafts";
import { Field } from "../../ui/Field";
import { Button, Checkbox, Heading, Select } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

type Post = NonNullable<Wall["post"]>;

const SECTIONS: readonly { key: Post["section"]; label: string }[] = [
  { key: "round_tube", label: "a round tube" },
  { key: "square_tube", label: "a square tube" },
  { key: "timber", label: "square timber" },
];
const HELD: readonly { key: Post["set_in"]; label: string }[] = [
  { key: "earth", label: "the earth, or a footing in it" },
  { key: "held", label: "something stiff that is not mine" },
];

/** Turns a plane into that of a post; the server then reckons the post. */
export function BecomesAPost({ editing }: Pick<StageProps, "editing">) {
  const { wall } = editing.data.wall;
  return (
    <Button
      className="mt-4 w-full"
      onClick={() =>
        void editing.saveWall(
          {
            post: { ...editing.data.starts.post, x_mm: wall.width_mm / 2 },
            left_edge: "free_end",
            right_edge: "free_end",
          },
          "it is a post",
        )
      }
    >
      It is no wall but a post or a mast
    </Button>
  );
}

function Foot({ editing, lists, post }: Pick<StageProps, "editing" | "lists"> & { post: Post }) {
  const { units } = editing.data.site;
  const set = (part: Partial<Post>, summary: string) =>
    editing.saveWall({ post: { ...post, ...part } }, summary);
  return (
    <>
      <Heading>What holds it</Heading>
      <Checkbox
        label="I looked at its foot: no rot, rust or crack"
        checked={post.foot_seen}
        onChange={(foot_seen) => void set({ foot_seen }, "its foot")}
      />
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        <div className="col-span-2">
          <Select
            label="It is set in"
            value={post.set_in}
            options={HELD}
            onChange={(key) => void set({ set_in: key as Post["set_in"] }, "what holds the post")}
          />
        </div>
        {post.set_in === "earth" && (
          <>
            <div className="col-span-2">
              <Select
                label="The earth there"
                value={post.soil}
                options={lists.soils}
                onChange={(key) => void set({ soil: key }, "the earth")}
              />
            </div>
            <Field
              label="Stands deep in it"
              units={units}
              value={post.deep_mm}
              clearable
              placeholder="nobody knows"
              onCommit={(v) => set({ deep_mm: v }, "how deep it stands")}
            />
            <Field
              label="Footing, or the post, wide"
              units={units}
              value={post.foot_mm}
              onCommit={(v) => set({ foot_mm: v }, "footing")}
            />
            <Field
              label="The ground freezes to"
              units={units}
              value={post.frost_mm}
              clearable
              placeholder="ask locally"
              onCommit={(v) => set({ frost_mm: v }, "frost depth")}
            />
          </>
        )}
      </div>
    </>
  );
}

/** What a post is made of, how thick and how high it is, and what holds it at its foot. */
export function PostFields({ editing, lists }: Pick<StageProps, "editing" | "lists">) {
  const { wall } = editing.data.wall;
  const { units } = editing.data.site;
  const { post } = wall;
  if (!post) return null;
  const set = (part: Partial<Post>, summary: string) =>
    editing.saveWall({ post: { ...post, ...part } }, summary);
  const madeOf = (section: Post["section"]) =>
    lists.post_materials.filter((one) => one.sections.includes(section));
  const material = (section: Post["section"]) => {
    const rows = madeOf(section);
    return (rows.find((one) => one.key === post.material) ?? rows[0])?.key ?? post.material;
  };
  return (
    <DraftScope of="post">
      {editing.plan.post && (
        <p className="mb-3 border-l-4 border-chalk pl-2 text-[14px] font-semibold">
          {editing.plan.post.text}
        </p>
      )}
      <Field
        label="Name"
        kind="text"
        value={wall.name}
        onCommit={(v) => editing.saveWall({ name: v }, "renamed")}
      />
      <Heading>The post</Heading>
      <div className="grid grid-cols-2 items-end gap-2">
        <Select
          label="It is"
          value={post.section}
          options={SECTIONS}
          onChange={(key) => {
            const section = key as Post["section"];
            void set({ section, material: material(section) }, "kind of post");
          }}
        />
        <Select
          label="Made of"
          value={post.material}
          options={madeOf(post.section)}
          onChange={(key) => void set({ material: key }, "material of the post")}
        />
        <Field
          label={post.section === "round_tube" ? "Across" : "Side"}
          units={units}
          value={post.across_mm}
          onCommit={(v) => set({ across_mm: v }, "how thick the post is")}
        />
        {post.section !== "timber" && (
          <Field
            label="Its wall, thick"
            units={units}
            value={post.section_wall_mm}
            onCommit={(v) => set({ section_wall_mm: v }, "wall of the tube")}
          />
        )}
        <Field
          label="High above the ground"
          units={units}
          value={wall.height_mm}
          onCommit={(v) => editing.saveWall({ height_mm: v }, "how high the post is")}
        />
      </div>
      <Foot editing={editing} lists={lists} post={post} />
      <Button
        className="mt-5 w-full"
        onClick={() => void editing.saveWall({ post: null, build_up: [] }, "it is a wall after all")}
      >
        It is a wall after all
      </Button>
    </DraftScope>
  );
}
