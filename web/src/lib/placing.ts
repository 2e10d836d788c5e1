/** Something that is about to be put on the wall by a tap or by keys; the text says what. */
export interface Placing {
  label: string;
  onPlace: (x: number, y: number) => void;
}
