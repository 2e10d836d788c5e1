import { ask } from "../../api/client";
import { Heading } from "../../ui/controls";

/** Whether the screws will find their holes, by the way in which they are marked. */
export function FindTheirHoles({ jobId }: { jobId: string }) {
  const { data } = ask.useQuery("get", "/api/jobs/{job_id}/fit", { params: { path: { job_id: jobId } } });
  if (!data) return null;
  return (
    <>
      <Heading aside="all in without force">Will the screws find their holes?</Heading>
      <p className="text-[13px] font-semibold">{data.advice}</p>
      <table className="mt-1 w-full text-[13px]">
        <thead className="text-left text-[12px] text-soft">
          <tr>
            <th className="py-1 font-normal">Marked by</th>
            <th className="py-1 text-right font-normal">bit free</th>
            <th className="py-1 text-right font-normal">bit in a guide</th>
            <th className="py-1 text-right font-normal">off level</th>
          </tr>
        </thead>
        <tbody>
          {data.ways.map((way) => (
            <tr key={way.key} className="border-b border-rule">
              <td className="py-1.5">{way.label}</td>
              <td className="py-1.5 text-right font-bold">{way.chance_text}</td>
              <td className="py-1.5 text-right">{way.guided_text}</td>
              <td className="py-1.5 text-right text-soft">{way.off_level_text || "–"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
