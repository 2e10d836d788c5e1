import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, Refused, unwrap } from "../../api/client";
import { useTheme } from "../../lib/theme";
import { refreshSites, useLists } from "../../api/queries";
import { Button } from "../../ui/controls";
import { NewSite } from "./SiteForms";
import { SiteList } from "./SiteList";

/** All sites with their walls and jobs. */
export function HomePage() {
  const [theme, switchTheme] = useTheme();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const lists = useLists();

  const bring = async (chosen: File) => {
    try {
      const answer = await client.POST("/api/documents", {
        body: (await chosen.text()) as never,
        bodySerializer: (text: unknown) => text as string,
      });
      const made = unwrap(answer);
      setFaults([]);
      await refreshSites(queries);
      void navigate(`/jobs/${made.id}/set-out`);
    } catch (error) {
      setFaults(error instanceof Refused ? error.sentences : ["The file could not be read."]);
    }
  };

  return (
    <div className="h-full overflow-y-auto">
      <header className="flex h-[60px] items-center gap-3 bg-bar px-4 text-bar-ink">
        <img src="/mark.svg" alt="" className="size-8" />
        <h1 className="flex-1 text-[18px] font-bold">Rock Pin</h1>
        <Link
          to="/van"
          className="inline-flex min-h-11 items-center px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          The van
        </Link>
        <button
          type="button"
          onClick={switchTheme}
          className="min-h-11 px-2 text-[13px] text-bar-soft hover:text-bar-ink"
        >
          {theme === "light" ? "Dark paper" : "Light paper"}
        </button>
      </header>
      <main className="mx-auto max-w-[1080px] px-5 py-6">
        <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
          <p className="max-w-[56ch] text-[15px]">
            What the wall is made of, what is hidden in it, what will hold, and where to drill. Planning
            values: local codes and licensed trades decide.
          </p>
          <div className="flex gap-2">
            <input
              ref={file}
              type="file"
              accept=".json,application/json"
              aria-label="Job document to bring in"
              className="sr-only"
              tabIndex={-1}
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) void bring(chosen);
                event.target.value = "";
              }}
            />
            <Button onClick={() => file.current?.click()}>Bring in a job document</Button>
            {lists && <NewSite lists={lists} />}
          </div>
        </div>
        {faults.length > 0 && (
          <div role="alert" className="mb-6 border-l-4 border-brick bg-brick-wash p-3 text-[13px]">
            <strong>Nothing was brought in.</strong>
            <ul>
              {faults.map((fault) => (
                <li key={fault}>{fault}</li>
              ))}
            </ul>
          </div>
        )}
        {lists && <SiteList lists={lists} />}
      </main>
    </div>
  );
}
