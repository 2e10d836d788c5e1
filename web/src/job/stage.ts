import type { Lists, Rect } from "../api/client";
import type { Placing } from "../lib/placing";
import type { PhotoUnder } from "./usePhoto";
import type { Sweep } from "./useSweep";
import type { WallPlaces } from "./useWallPlaces";
import type { Editing } from "./useWorkspace";

/** What every stage's panel gets. */
export interface StageProps {
  editing: Editing;
  lists: Lists;
  selected: string | null;
  onSelect: (hole: string) => void;
  setPlacing: (placing: Placing | null) => void;
  sweep: Sweep;
  wallPlaces: WallPlaces;
  photo: PhotoUnder;
  /** An area to be drawn on the wall while it is talked of. */
  setHighlight: (area: Rect | null) => void;
}
