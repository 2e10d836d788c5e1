import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { ask, client, Refused, unwrap } from "../../api/client";
import { refreshSites, SITES } from "../../api/queries";
import { allRead } from "./reading";
import type { Asking } from "./useAsked";
import { Button, Select } from "../../ui/controls";
import { UNREAD } from "../../ui/drafts";

const NONE = { key: "", label: "no site yet" };

/** One press makes a wall and a job of what was asked; nothing that was said is lost. */
export function BecomesAJob({ asking, fixing = null }: { asking: Asking; fixing?: string | null }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [fault, setFault] = useState("");
  const { data } = ask.useQuery(...SITES, { params: { query: {} } });
  const sites = data?.sites ?? [];
  // one that was taken out meanwhile is none
  const site = sites.some((one) => one.id === asking.asked.site) ? asking.asked.site : "";
  const make = async () => {
    if (!(await allRead())) {
      setFault(UNREAD);
      return;
    }
    const { supposed } = asking.now();
    try {
      const body = { asked: supposed, fixing, site_id: site || null };
      const made = unwrap(await client.POST("/api/ask/job", { body }));
      await refreshSites(queries);
      void navigate(`/jobs/${made.id}/${supposed.wall ? "hidden" : "wall"}`);
    } catch (error) {
      setFault(error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer just now.");
    }
  };
  return (
    <div className="flex flex-wrap items-end gap-3 border-t border-rule pt-3">
      <Button look="solid" className="min-h-11" onClick={() => void make()}>
        Make it a job
      </Button>
      {sites.length > 0 && (
        <div className="w-[220px]">
          <Select
            label="at"
            value={site}
            options={[NONE, ...sites.map((one) => ({ key: one.id, label: one.site.name }))]}
            onChange={asking.saySite}
          />
        </div>
      )}
      {fault && (
        <p role="alert" className="w-full text-[13px] font-medium text-brick">
          {fault}
        </p>
      )}
    </div>
  );
}
