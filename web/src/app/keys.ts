import { useEffect } from "react";
import { useNavigate } from "react-router";

/** The keys that do something, wherever nobody types. */
export const KEYS = [
  { keys: "?", does: "this page" },
  { keys: "/", does: "find a site, a wall or a job" },
  { keys: "1 to 7", does: "in a job: its stages from Wall to Record" },
  { keys: "Arrow keys", does: "on the picture of a job: the fixture by a millimetre, with Shift by ten" },
  {
    keys: "Arrow keys, Enter",
    does: "where something is put on the wall: the cross by 10 mm or half an inch",
  },
  { keys: "Ctrl Z", does: "take the last change back; with Shift, bring it again" },
  { keys: "Esc", does: "let go of what was begun" },
] as const;

/** Whether a key was meant for a field. */
export function isTyping(event: KeyboardEvent): boolean {
  return (
    event.target instanceof HTMLElement &&
    event.target.closest("input, textarea, select, [contenteditable]") !== null
  );
}

/** Keys that work on every page. */
export function useKeys(): void {
  const navigate = useNavigate();
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "?") void navigate("/help");
      if (event.key !== "/") return;
      event.preventDefault();
      const field = document.querySelector<HTMLInputElement>("input[type=search]");
      if (field) field.focus();
      else void navigate("/");
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  }, [navigate]);
}
