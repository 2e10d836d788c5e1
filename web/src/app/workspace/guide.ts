const AT = "rock-pin-guide";

/** How far the guide is in this browser; null where it was left, or never begun. */
export function guideAt(): number | null {
  const found = localStorage.getItem(AT);
  return found === null || found === "left" ? null : Number(found);
}

/** Keeps how far the guide is; null leaves it. */
export function guideIsAt(step: number | null): void {
  localStorage.setItem(AT, step === null ? "left" : String(step));
}

/** The guide from its first step on, for whoever begins it. */
export function guideBegins(): void {
  guideIsAt(0);
}
