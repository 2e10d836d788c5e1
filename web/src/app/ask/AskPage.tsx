import { useEffect } from "react";
import { NavLink, useLocation, useNavigate, useParams } from "react-router";
import { type Lists } from "../../api/client";
import { useLists } from "../../api/queries";
import { SpokenIn } from "../../ui/spokenIn";
import { Bar } from "../Bar";
import { Apart } from "./Apart";
import { Bit } from "./Bit";
import { Deep } from "./Deep";
import { GoesIn } from "./GoesIn";
import { Here } from "./Here";
import { QUESTIONS } from "./questions";
import { type Asking, useAsked, type Where } from "./useAsked";
import { WallItself } from "./WallItself";
import { Word } from "./words";

const UNITS = [
  { key: "metric", label: "millimetres" },
  { key: "imperial", label: "inches" },
];

function Asked({ question, asking, lists }: { question: string; asking: Asking; lists: Lists }) {
  switch (question) {
    case "wall":
      return <WallItself asking={asking} lists={lists} />;
    case "here":
      return <Here asking={asking} lists={lists} />;
    case "bit":
      return <Bit asking={asking} lists={lists} />;
    case "apart":
      return <Apart asking={asking} />;
    case "deep":
      return <Deep asking={asking} lists={lists} />;
    default:
      return <GoesIn asking={asking} lists={lists} />;
  }
}

/** Takes over the site from whose part of the list somebody came, once: what he changes afterwards stands. */
function useSiteAsked(asking: Asking) {
  const { state, pathname } = useLocation() as { state: { site?: Where } | null; pathname: string };
  const navigate = useNavigate();
  useEffect(() => {
    if (!state?.site) return;
    asking.askFor(state.site);
    void navigate(pathname, { replace: true });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is asked changes with it
  }, [state]);
}

/** One question and its answer, usable before anything exists. */
export function AskPage() {
  const { question = "goes-in" } = useParams();
  const asking = useAsked();
  useSiteAsked(asking);
  const lists = useLists(asking.asked.supposed.region);
  const here = QUESTIONS.find((one) => one.key === question) ?? QUESTIONS[0];
  useEffect(() => {
    document.title = `${here.label} · Rock Pin`;
  }, [here]);
  const { region, units } = asking.asked.supposed;
  return (
    <SpokenIn value={asking.asked.supposed.region ?? "britain"}>
      <div className="h-full overflow-y-auto" data-scrolls>
        <Bar />
        <main className="mx-auto max-w-[1160px] px-5 py-5 max-sm:px-3">
          <nav aria-label="Questions" className="mb-5 flex flex-wrap border-b-2 border-ink">
            {QUESTIONS.map((one) => (
              <NavLink
                key={one.key}
                to={`/ask/${one.key}`}
                className={`flex min-h-11 items-center px-3 text-[14px] font-semibold max-sm:px-2 ${
                  one.key === here.key ? "bg-ink text-paper" : "hover:bg-wash"
                }`}
              >
                {one.label}
              </NavLink>
            ))}
          </nav>
          <div className="mb-4 flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
            <h1 className="text-[26px] leading-tight font-bold">{here.label}</h1>
            {lists && (
              <p className="text-[13px] text-soft">
                In{" "}
                <Word
                  label="Region"
                  value={region ?? "britain"}
                  options={lists.regions}
                  onChange={(key) =>
                    asking.say({
                      region: key as "britain",
                      units: lists.regions.find((one) => one.key === key)?.units ?? "metric",
                    })
                  }
                />
                , in{" "}
                <Word
                  label="Measured in"
                  value={units ?? "metric"}
                  options={UNITS}
                  onChange={(key) => asking.say({ units: key as "metric" })}
                />
                .{" "}
                <button type="button" className="min-h-9 underline" onClick={asking.startAnew}>
                  Start anew
                </button>
              </p>
            )}
          </div>
          {lists && <Asked question={here.key} asking={asking} lists={lists} />}
        </main>
      </div>
    </SpokenIn>
  );
}
