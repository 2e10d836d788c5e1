/** Something that is about to be put on the wall by a tap or by keys; the text says what. */
export interface Placing {
  label: string;
  /** `sigma_mm`: the spread of that place, where it was seen on a photo under the drawing, or put with a finger. */
  onPlace: (x: number, y: number, sigma_mm?: number) => void;
}
