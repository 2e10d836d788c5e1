/** A level line along the wall: its height, and from where to where [mm]. */
export interface Line {
  y_mm: number;
  from_mm: number;
  to_mm: number;
}
