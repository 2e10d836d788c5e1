import { Tabs } from "radix-ui";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { StageProps } from "../../job/stage";
import { AlreadyThere } from "./AlreadyThere";
import { Belief, NextCheck } from "./Belief";
import { BuildUp } from "./BuildUp";
import { Facts } from "./Facts";
import { FindFraming } from "./FindFraming";
import { OtherWall } from "../../job/OtherWall";
import { Measures } from "./Measures";
import { BecomesAPost, PostFields } from "./PostFields";
import { PhotoPart } from "./photo/PhotoPart";
import { ChecksDone, ReportCheck } from "./ReportCheck";

const PARTS = [
  { key: "what", label: "What it is" },
  { key: "framing", label: "Studs" },
  { key: "measures", label: "Measures" },
  { key: "there", label: "Already there" },
  { key: "photo", label: "Photo" },
] as const;

/** What the wall is, where its framing stands, and how large it is. */
export function WallStage(props: StageProps) {
  const { editing, lists, setPlacing, sweep } = props;
  const [check, setCheck] = useState<string | null>(null);
  const { framed } = editing.plan;
  const [asked] = useSearchParams();
  const first = PARTS.find((one) => one.key === asked.get("part")) ?? PARTS[0];
  if (editing.data.wall.wall.post) return <PostFields editing={editing} lists={lists} />;
  return (
    <Tabs.Root
      defaultValue={first.key}
      onValueChange={(part) => {
        setPlacing(null);
        if (part !== "framing") sweep.show(null);
      }}
    >
      <Tabs.List
        aria-label="Parts of the wall"
        className="mb-4 grid grid-cols-[auto_auto_auto_auto_auto] border-b border-rule"
      >
        {PARTS.map((part) => (
          <Tabs.Trigger
            key={part.key}
            value={part.key}
            className="min-h-10 border-b-[3px] border-transparent px-1 text-[13px] font-semibold text-soft data-[state=active]:border-chalk data-[state=active]:text-ink max-sm:min-h-12 max-sm:text-[15px]"
          >
            {part.label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="what">
        {editing.data.job.placement.second_wall_id && <OtherWall editing={editing} />}
        <Belief plan={editing.plan} />
        <NextCheck plan={editing.plan} onReport={setCheck} />
        <ReportCheck
          editing={editing}
          lists={lists}
          setPlacing={setPlacing}
          check={check}
          onCheck={setCheck}
        />
        <ChecksDone editing={editing} />
        <Facts editing={editing} lists={lists} />
        <BuildUp editing={editing} lists={lists} />
        <BecomesAPost editing={editing} />
      </Tabs.Content>
      <Tabs.Content value="framing">
        <FindFraming {...props} framed={framed} />
      </Tabs.Content>
      <Tabs.Content value="measures">
        <Measures editing={editing} lists={lists} setPlacing={setPlacing} />
      </Tabs.Content>
      <Tabs.Content value="there">
        <AlreadyThere editing={editing} setPlacing={setPlacing} />
      </Tabs.Content>
      <Tabs.Content value="photo">
        <PhotoPart editing={editing} photo={props.photo} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
