import { BASE } from "../../api/world";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, Refused } from "../../api/client";
import { Button } from "../../ui/controls";

/** A job that cannot be shown: what is wrong, and how to get it back or out. */
export function Unopened({ jobId, error }: { jobId: string; error: Error }) {
  const queries = useQueryClient();
  const [told, setTold] = useState<string | null>(null);
  const unplannable = error instanceof Refused && error.problem.unplannable;
  const undo = async () => {
    try {
      await client.POST("/api/jobs/{job_id}/undo", { params: { path: { job_id: jobId } } });
      setTold(null);
    } catch (again) {
      // the change before it is no better: it is taken back all the same, one more may help
      setTold(again instanceof Refused ? again.message : "Rock Pin does not answer.");
    }
    await queries.invalidateQueries();
  };
  return (
    <main className="mx-auto max-w-lg p-8">
      <h1 className="text-[20px] font-bold">This job cannot be shown</h1>
      <p className="my-3">{error.message}</p>
      {told && told !== error.message && (
        <p role="alert" className="my-3 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {told}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {unplannable && (
          <>
            <Button look="solid" onClick={() => void undo()}>
              Take the last change back
            </Button>
            <a
              href={`${BASE}/api/jobs/${jobId}/document`}
              download
              className="inline-flex min-h-9 items-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash max-sm:min-h-12"
            >
              Save its document
            </a>
          </>
        )}
        <Link to="/" className="font-semibold text-chalk underline">
          Back to all sites
        </Link>
      </div>
    </main>
  );
}
