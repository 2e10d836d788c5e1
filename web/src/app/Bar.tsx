import { Link } from "react-router";
import { PRACTICE } from "../api/world";
import { useTheme } from "../lib/theme";

const LOOK =
  "inline-flex min-h-11 items-center px-2 text-[13px] text-bar-soft max-sm:px-1 hover:text-bar-ink";

/** The bar over every page that is no job. */
export function Bar() {
  const [theme, switchTheme] = useTheme();
  return (
    <header className="no-print flex h-[60px] items-center gap-3 bg-bar px-4 text-bar-ink max-sm:gap-1 max-sm:px-2">
      <Link to="/" className="flex min-h-11 flex-1 items-center gap-3 text-[18px] font-bold">
        <img src="/mark.svg" alt="" className="size-8" />
        Rock Pin
      </Link>
      {!PRACTICE && (
        <Link to="/ask" className={LOOK}>
          Ask
        </Link>
      )}
      {/* another world: its pages are loaded anew */}
      <a href={PRACTICE ? "/" : "/practice"} className={LOOK}>
        {PRACTICE ? "Own walls" : "Practise"}
      </a>
      {!PRACTICE && (
        <Link to="/phone" className={LOOK}>
          Phone
        </Link>
      )}
      <Link to="/van" className={LOOK}>
        The van
      </Link>
      <Link to="/help" className={LOOK}>
        Help
      </Link>
      <button type="button" onClick={switchTheme} className={`${LOOK} max-sm:hidden`}>
        {theme === "light" ? "Dark paper" : "Light paper"}
      </button>
    </header>
  );
}
