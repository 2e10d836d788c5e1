import type { Units } from "../api/client";

const MM_PER_INCH = 25.4;
const KG_PER_LB = 0.45359237;
const N_PER_LBF = 4.4482216;

function inches(mm: number): string {
  const count = Math.floor((mm / MM_PER_INCH) * 16 + 0.5);
  const sign = count < 0 ? "-" : "";
  const whole = Math.floor(Math.abs(count) / 16);
  let top = Math.abs(count) % 16;
  let low = 16;
  while (top && top % 2 === 0) {
    top /= 2;
    low /= 2;
  }
  const part = top ? `${top}/${low}` : "";
  return `${sign}${[whole || !part ? String(whole) : "", part].filter(Boolean).join(" ")} in`;
}

/** A length as it is marked on the wall: the same words as the core's show_length. */
export function showLength(mm: number, units: Units): string {
  return units === "metric" ? `${Math.floor(mm + 0.5)} mm` : inches(mm);
}

/** A length for an input: to 0.1 mm, so that 12.5 stays 12.5. */
export function inputLength(mm: number, units: Units): string {
  return units === "metric" ? `${Number(mm.toFixed(1))} mm` : inches(mm);
}

/** A force for an input. */
export function inputForce(newtons: number, units: Units): string {
  return units === "metric"
    ? `${Number(newtons.toFixed(0))} N`
    : `${Number((newtons / N_PER_LBF).toFixed(0))} lbf`;
}

/** A mass for an input. */
export function inputMass(kg: number, units: Units): string {
  return units === "metric" ? `${Number(kg.toFixed(2))} kg` : `${Number((kg / KG_PER_LB).toFixed(1))} lb`;
}
