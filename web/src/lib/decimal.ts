import { useState } from "react";

export type Decimal = "point" | "comma";

const NAME = "rock-pin-decimal";

function kept(): Decimal {
  const known = localStorage.getItem(NAME);
  if (known === "point" || known === "comma") return known;
  // as this device writes figures, and so its spreadsheet
  return (1.5).toLocaleString().includes(",") ? "comma" : "point";
}

/** How tables that are saved here write their figures, kept for the next visit. */
export function useDecimal(): [Decimal, (decimal: Decimal) => void] {
  const [decimal, setDecimal] = useState(kept);
  return [
    decimal,
    (chosen) => {
      localStorage.setItem(NAME, chosen);
      setDecimal(chosen);
    },
  ];
}
