/** A label as it stands inside a sentence: its first letter small, "M6" in it as it is; an abbreviation stays. */
export function inside(label: string | null | undefined): string {
  if (!label) return "";
  return /^.[A-Z0-9]/.test(label) ? label : label.slice(0, 1).toLowerCase() + label.slice(1);
}
