import { useDeferredValue, useId, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { ask, client, type Lists, type Schemas } from "../../api/client";
import { refreshSites, SITES } from "../../api/queries";
import { Button, Checkbox, Select } from "../../ui/controls";
import { FirstJob } from "./FirstJob";
import { SiteSection } from "./SiteSection";
import { Trash } from "./Trash";

type Order = Schemas["Order"];

const ORDERS: readonly { key: Order; label: string }[] = [
  { key: "touched", label: "what was touched last" },
  { key: "name", label: "by name" },
  { key: "made", label: "what was made first" },
];

function useSites(search: string, order: Order, away: boolean) {
  return ask.useInfiniteQuery(
    ...SITES,
    { params: { query: { search, order, away } } },
    {
      pageParamName: "start",
      initialPageParam: 0,
      getNextPageParam: (page) => page.next,
      // what stands there stays until the answer to the next letter has come
      placeholderData: (before) => before,
      // whoever comes back to this window finds what was done elsewhere
      refetchOnWindowFocus: "always",
    },
  );
}

/** What is looked for, and what stands first. */
interface Look {
  typed: string;
  order: Order;
  away: boolean;
}

function Finder({ look, onLook, found }: { look: Look; onLook: (look: Look) => void; found: string }) {
  const id = useId();
  return (
    <div className="mb-6 flex flex-wrap items-end gap-x-5 gap-y-2" role="search">
      <div className="w-full max-w-[320px]">
        <label htmlFor={id} className="mb-0.5 block text-[12px] text-soft">
          Find a site, a wall, a job or a verdict
        </label>
        <input
          id={id}
          type="search"
          value={look.typed}
          maxLength={120}
          autoComplete="off"
          onChange={(event) => onLook({ ...look, typed: event.target.value })}
          className="h-9 w-full rounded-sm border border-rule bg-sheet px-2 text-[15px] max-sm:h-12"
        />
      </div>
      <div className="w-[200px]">
        <Select
          label="First"
          value={look.order}
          options={ORDERS}
          onChange={(key) => onLook({ ...look, order: key as Order })}
        />
      </div>
      <div className="pb-2">
        <Checkbox
          label="Only what is put away"
          checked={look.away}
          onChange={(away) => onLook({ ...look, away })}
        />
      </div>
      <p aria-live="polite" className="pb-2 text-[13px] text-soft">
        {found}
      </p>
      <span className="flex-1" />
      <Trash />
    </div>
  );
}

/** The sites page by page, and those that a word finds. `fresh`: the one that was just made. */
export function SiteList({ lists, fresh }: { lists: Lists; fresh: string }) {
  const [look, setLook] = useState<Look>({ typed: "", order: "touched", away: false });
  const search = useDeferredValue(look.typed.trim());
  const sites = useSites(search, look.order, look.away);
  const queries = useQueryClient();
  const showExample = async () => {
    await client.POST("/api/example");
    await refreshSites(queries);
  };
  const pages = sites.data?.pages ?? [];
  const shown = pages.flatMap((page) => page.sites);
  const inAll = pages.at(-1)?.in_all ?? 0;
  if (sites.isError) {
    return (
      <p role="alert" className="text-brick">
        Rock Pin does not answer. Is it still running?
      </p>
    );
  }
  if (!sites.data) return null;
  const narrowed = search !== "" || look.away;
  if (inAll === 0 && !narrowed) {
    return (
      <div className="border-t-2 border-ink pt-4">
        <p className="max-w-[60ch] text-[15px]">
          Nothing kept yet. Ask what goes in, and make the answer a job: its wall and its name come by
          themselves. Or start with a building: New site.
        </p>
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <FirstJob />
          <Button look="open" className="min-h-11" onClick={() => void showExample()}>
            Look at a finished example
          </Button>
          <Trash />
        </div>
      </div>
    );
  }
  const found = narrowed
    ? inAll === 0
      ? look.away && !search
        ? "Nothing is put away."
        : `Nothing here is called “${search}”.`
      : countOf(inAll, "found")
    : inAll > shown.length
      ? countOf(inAll, "in all")
      : "";
  return (
    <>
      <Finder look={look} onLook={setLook} found={found} />
      {shown.map((line) => (
        <SiteSection key={line.id} line={line} lists={lists} narrowed={narrowed} fresh={fresh === line.id} />
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
