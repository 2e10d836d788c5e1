import type { ComponentType } from "react";
import type { Stage } from "../api/client";
import { DrillStage } from "./drill/DrillStage";
import { FixingStage } from "./fixing/FixingStage";
import { FixtureStage } from "./fixture/FixtureStage";
import { HiddenStage } from "./hidden/HiddenStage";
import { RecordStage } from "./record/RecordStage";
import { SetOutStage } from "./set-out/SetOutStage";
import type { StageProps } from "./types";
import { WallStage } from "./wall/WallStage";

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
