import { useDeferredValue, useId, useState } from "react";
import { ask, type Lists } from "../../api/client";
import { SITES } from "../../api/queries";
import { Button } from "../../ui/controls";
import { SiteSection } from "./SiteSection";

function useSites(search: string) {
  return ask.useInfiniteQuery(
    ...SITES,
    { params: { query: { search } } },
    {
      pageParamName: "start",
      initialPageParam: 0,
      getNextPageParam: (page) => page.next,
      // what stands there stays until the answer to the next letter has come
      placeholderData: (before) => before,
    },
  );
}

/** The sites page by page, and those that a word finds. */
export function SiteList({ lists }: { lists: Lists }) {
  const [typed, setTyped] = useState("");
  const search = useDeferredValue(typed.trim());
  const sites = useSites(search);
  const id = useId();
  const pages = sites.data?.pages ?? [];
  const shown = pages.flatMap((page) => page.sites);
  const inAll = pages.at(-1)?.in_all ?? 0;
  const jobs = shown.reduce((sum, site) => sum + site.jobs_in_all, 0);
  if (sites.isError) {
    return (
      <p role="alert" className="text-brick">
        Rock Pin does not answer. Is it still running?
      </p>
    );
  }
  if (!sites.data) return null;
  if (inAll === 0 && !search) {
    return (
      <p className="border-t-2 border-ink pt-4 text-soft">
        No site yet. A site is a building; it has walls, and on each wall the things that you hang. Start with
        New site.
      </p>
    );
  }
  return (
    <>
      {(search || typed || inAll > 1 || jobs > 5) && (
        <div className="mb-5 flex flex-wrap items-end gap-x-4 gap-y-1">
          <div className="w-full max-w-[360px]">
            <label htmlFor={id} className="mb-0.5 block text-[12px] text-soft">
              Find a site, a wall or a job
            </label>
            <input
              id={id}
              type="search"
              value={typed}
              maxLength={120}
              autoComplete="off"
              onChange={(event) => setTyped(event.target.value)}
              className="h-10 w-full rounded-sm border border-rule bg-sheet px-2 text-[15px] max-sm:h-12"
            />
          </div>
          <p aria-live="polite" className="pb-2 text-[13px] text-soft">
            {search && (inAll === 0 ? `Nothing here is called “${search}”.` : countOf(inAll, "found"))}
            {!search && inAll > shown.length && countOf(inAll, "in all")}
          </p>
        </div>
      )}
      {shown.map((line) => (
        <SiteSection key={line.id} line={line} lists={lists} found={search !== ""} />
      ))}
      {sites.hasNextPage && (
        <div className="border-t-2 border-ink py-4">
          <Button
            disabled={sites.isFetchingNextPage}
            onClick={() => void sites.fetchNextPage()}
            className="min-h-11"
          >
            Show more sites ({inAll - shown.length} more)
          </Button>
        </div>
      )}
    </>
  );
}

function countOf(sites: number, how: string): string {
  return `${sites} ${sites === 1 ? "site" : "sites"} ${how}`;
}
