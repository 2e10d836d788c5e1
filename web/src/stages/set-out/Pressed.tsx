import type { ReactNode } from "react";

/** Words of a sentence that can be pressed: they run on in the line as words do. */
export function Pressed({
  open,
  onPress,
  children,
}: {
  open: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <span
      role="button"
      tabIndex={0}
      aria-expanded={open}
      onClick={onPress}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onPress();
      }}
      className={`cursor-pointer rounded-sm font-bold text-chalk underline decoration-2 underline-offset-4 hover:bg-chalk-wash max-sm:py-2 ${open ? "bg-chalk-wash" : ""}`}
    >
      {children}
    </span>
  );
}
