/** Reads a text aloud with the browser's own voice; false where it has none. */
export function readAloud(text: string): boolean {
  if (!("speechSynthesis" in window)) return false;
  speechSynthesis.cancel();
  const spoken = new SpeechSynthesisUtterance(text);
  spoken.lang = "en-GB";
  speechSynthesis.speak(spoken);
  return true;
}
