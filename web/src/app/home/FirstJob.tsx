import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { refreshSites } from "../../api/queries";
import { Button } from "../../ui/controls";
import { guideBegins } from "../workspace/guide";

/** Begins the job that is led by the hand. */
export function FirstJob() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const begin = useMutation({
    mutationFn: async () => unwrap(await client.POST("/api/guide")),
    onSuccess: async ({ id }) => {
      guideBegins();
      queries.removeQueries({ queryKey: ["get", "/api/guide"] });
      queries.removeQueries({ queryKey: ["get", "/api/jobs/{job_id}"] });
      await refreshSites(queries);
      void navigate(`/jobs/${id}/wall`);
    },
  });
  return (
    <>
      <Button look="open" className="min-h-11" onClick={() => begin.mutate()} disabled={begin.isPending}>
        A first job, led by the hand: five minutes
      </Button>
      {/* another world: its pages are loaded anew */}
      <a
        href="/practice"
        className="inline-flex min-h-11 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash"
      >
        Practise on walls that hide something
      </a>
      {begin.isError && (
        <span role="alert" className="text-[13px] text-brick">
          It could not be begun; is Rock Pin running?
        </span>
      )}
    </>
  );
}
