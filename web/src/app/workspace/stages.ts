import type { ComponentType } from "react";
import type { Stage } from "../../api/client";
import { DrillStage } from "../../stages/drill/DrillStage";
import { FixingStage } from "../../stages/fixing/FixingStage";
import { FixtureStage } from "../../stages/fixture/FixtureStage";
import { HiddenStage } from "../../stages/hidden/HiddenStage";
import { RecordStage } from "../../stages/record/RecordStage";
import { SetOutStage } from "../../stages/set-out/SetOutStage";
import type { StageProps } from "../../job/stage";
import { WallStage } from "../../stages/wall/WallStage";

/** The stages in the order of the work. */
export const STAGES: readonly { key: Stage; label: string; Panel: ComponentType<StageProps> }[] = [
  { key: "wall", label: "Wall", Panel: WallStage },
  { key: "hidden", label: "Hidden", Panel: HiddenStage },
  { key: "fixture", label: "Fixture", Panel: FixtureStage },
  { key: "fixing", label: "Fixing", Panel: FixingStage },
  { key: "set-out", label: "Set-out", Panel: SetOutStage },
  { key: "drill", label: "Drill", Panel: DrillStage },
  { key: "record", label: "Record", Panel: RecordStage },
];
