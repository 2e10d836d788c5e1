import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../../api/client";
import { Button } from "../../../ui/controls";
import type { StageProps } from "../../../job/stage";
import { sentencesOf } from "./parts";
import { inside } from "../../../lib/inside";

/** The packets that compete: each can be kept in the van for other jobs, or taken out again. */
export function PacketsInHand({ editing }: Pick<StageProps, "editing">) {
  const { job, job_id } = editing.data;
  const queries = useQueryClient();
  const [said, setSaid] = useState<readonly string[]>([]);
  const packets = [...job.packets, ...job.screw_packets];

  const keep = async (id: string, label: string) => {
    const params = { path: { job_id, packet_id: id } };
    try {
      unwrap(await client.POST("/api/jobs/{job_id}/packets/{packet_id}/keep", { params }));
      setSaid([`${label} is in the van now and competes in every job.`]);
      await queries.invalidateQueries();
    } catch (error) {
      setSaid(sentencesOf(error));
    }
  };
  const takeOut = (id: string, label: string) =>
    editing
      .saveJob(
        (latest) => ({
          packets: latest.packets.filter((one) => one.id !== id),
          screw_packets: latest.screw_packets.filter((one) => one.id !== id),
          // what was chosen of it cannot stay chosen
          choices: latest.choices.filter((choice) => !ofPacket(choice.fixing, id)),
        }),
        `${inside(label)} taken out`,
      )
      .catch(() => undefined);

  return (
    <>
      <ul className="mt-2 text-[13px]" aria-label="Packets in hand">
        {packets.map((one) => (
          <li key={one.id} className="flex items-center gap-2 border-b border-rule">
            <span className="min-w-0 flex-1">
              {one.label}
              {one.count != null && <span className="text-soft">, {one.count} left</span>}
            </span>
            <Button aria-label={`Keep ${one.label} in the van`} onClick={() => void keep(one.id, one.label)}>
              Keep in the van
            </Button>
            <button
              type="button"
              aria-label={`Take ${one.label} out`}
              className="h-9 px-2 text-[12px] underline text-soft hover:text-brick"
              onClick={() => void takeOut(one.id, one.label)}
            >
              Out
            </button>
          </li>
        ))}
      </ul>
      {said.length > 0 && (
        <p role="status" className="mt-2 text-[13px]">
          {said.join(" ")}
        </p>
      )}
    </>
  );
}

function ofPacket(fixing: string, id: string): boolean {
  return [`packet-${id}`, `screws-${id}`].some((key) => fixing === key || fixing.startsWith(`${key}-`));
}
