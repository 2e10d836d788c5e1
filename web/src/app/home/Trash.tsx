import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { Dialog } from "../../ui/Dialog";

const KINDS: Record<string, string> = { site: "site", wall: "wall", job: "job" };

/** What was removed and is not forgotten yet; nothing where there is none. */
export function Trash() {
  const [open, setOpen] = useState(false);
  const queries = useQueryClient();
  const { data } = ask.useQuery("get", "/api/trash", {});
  const bring = async (document_id: string) => {
    await client.POST("/api/trash/{document_id}/back", { params: { path: { document_id } } });
    await queries.invalidateQueries({ queryKey: ["get", "/api/trash"] });
    await refreshSites(queries);
  };
  if (!data?.length) return null;
  return (
    <Dialog
      title="Trash"
      says="What was removed stays here for 30 days. What was drilled stays known to its wall all the same."
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="min-h-9 text-[13px] text-soft underline max-sm:min-h-11">
          In the trash: {data.length}
        </button>
      }
    >
      <ul aria-label="In the trash">
        {data.map((one) => (
          <li key={one.id} className="flex items-center gap-3 border-b border-rule py-1.5 text-[14px]">
            <span className="min-w-0 flex-1">
              <strong>{one.name}</strong>
              <span className="block text-[12.5px] text-soft">
                {KINDS[one.kind]}
                {one.site && ` of ${one.site}`}, forgotten on {one.forgotten_on}
              </span>
            </span>
            <button
              type="button"
              aria-label={`Bring back ${one.name}`}
              className="min-h-9 font-semibold text-chalk underline max-sm:min-h-11"
              onClick={() => void bring(one.id)}
            >
              Bring it back
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
