import { BASE } from "../../api/world";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, OWN, Refused, refusalOf, type Schemas, unwrap } from "../../api/client";

export type Kit = Schemas["KitOut"]["kit"];

/** The van's kit and every way to change it. What depends on it is asked for anew. */
export function useKit() {
  const queries = useQueryClient();
  const [faults, setFaults] = useState<readonly string[]>([]);
  const query = ask.useQuery("get", "/api/kit");
  const own = ask.useQuery("get", "/api/fixings/own");
  const changed = async () => {
    setFaults([]);
    await queries.invalidateQueries();
  };
  const work = useMutation({
    scope: { id: "kit" },
    networkMode: "always",
    mutationFn: async (run: () => Promise<unknown>) => run(),
    onSuccess: changed,
    onError: (error) =>
      setFaults(error instanceof Refused ? error.tell() : ["It could not be saved; is Rock Pin running?"]),
  });
  const run = (what: () => Promise<unknown>) => work.mutateAsync(what).then(() => undefined);

  return {
    kit: query.data?.kit,
    own: own.data?.labels ?? [],
    changed: own.data?.changed ?? [],
    /** Puts a shipped fixing back as it came. */
    putBack: (key: string) =>
      void run(async () =>
        unwrap(await client.DELETE("/api/fixings/own/{key}", { params: { path: { key } } })),
      ).catch(() => undefined),
    faults,
    /** Saves what a function makes of the kit as it stands when its turn comes. */
    save: (update: (now: Kit) => Kit, summary: string) =>
      run(async () => {
        const now = unwrap(await client.GET("/api/kit"));
        const body = { revision: now.revision, summary, kit: update(now.kit) };
        return unwrap(await client.PUT("/api/kit", { body }));
      }),
    undo: () => void run(async () => unwrap(await client.POST("/api/kit/undo"))).catch(() => undefined),
    undoOwn: () =>
      void run(async () => unwrap(await client.POST("/api/fixings/undo"))).catch(() => undefined),
    /** Reads a CSV file as the kit, or as fixings of one's own. */
    bring: (what: "kit" | "fixings", text: string) =>
      run(async () => {
        const response = await fetch(`${BASE}/api/${what}.csv`, {
          method: "POST",
          headers: { ...OWN, "content-type": "text/csv" },
          body: text,
        });
        if (!response.ok) throw await refusalOf(response);
      }).catch(() => undefined),
  };
}
