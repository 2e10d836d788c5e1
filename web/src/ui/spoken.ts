/** A sentence cut at the words of the trade that stand in it, the longer word before the shorter, each once. */
export function partsOf<W extends { key: string; forms: readonly string[] }>(
  text: string,
  words: readonly W[],
): (string | { word: W; text: string })[] {
  const by = new Map(words.flatMap((word) => word.forms.map((form) => [form, word] as const)));
  const forms = [...by.keys()].sort((a, b) => b.length - a.length);
  if (forms.length === 0) return [text];
  const found = new RegExp(`(?<![\\w-])(?:${forms.join("|")})(?![\\w-])`, "gi");
  const parts: (string | { word: W; text: string })[] = [];
  const said = new Set<string>();
  let from = 0;
  for (const match of text.matchAll(found)) {
    const word = by.get(match[0].toLowerCase());
    if (!word || said.has(word.key)) continue;
    said.add(word.key);
    if (match.index > from) parts.push(text.slice(from, match.index));
    parts.push({ word, text: match[0] });
    from = match.index + match[0].length;
  }
  if (from < text.length) parts.push(text.slice(from));
  return parts;
}
