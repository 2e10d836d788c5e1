import { client, unwrap } from "../../api/client";
import type { StageProps } from "../../job/stage";
import { Button, Heading } from "../../ui/controls";

/** What the holes that hold took from the van, and one press that takes it off its counts. */
export function OutOfTheVan({ editing }: Pick<StageProps, "editing">) {
  const { plan, job_id } = editing.data;
  if (!plan.van) return null;
  const { lines } = plan.van;
  return (
    <>
      <Heading>Out of the van</Heading>
      {lines.length === 0 ? (
        <p className="text-[13px] text-soft">What went in here is off the van's counts.</p>
      ) : (
        <>
          <ul aria-label="Out of the van" className="text-[13px]">
            {lines.map((one) => (
              <li key={one.label} className="flex justify-between gap-3 border-b border-rule py-1">
                <span>
                  {one.count} × {one.label}
                </span>
                <span className="whitespace-nowrap text-soft">then {one.left} left</span>
              </li>
            ))}
          </ul>
          <Button
            className="mt-2 w-full"
            onClick={() =>
              void editing.ask(async () =>
                unwrap(await client.POST("/api/jobs/{job_id}/van-count", { params: { path: { job_id } } })),
              )
            }
          >
            Take these off the van's counts
          </Button>
        </>
      )}
    </>
  );
}
