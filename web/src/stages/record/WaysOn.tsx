import { Link } from "react-router";
import { ask, type Schemas } from "../../api/client";
import { together } from "../../lib/together";
import { WayPicture } from "../../ui/WayPicture";
import type { Editing } from "../../job/useWorkspace";
import { Button } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";
import { Said } from "../../ui/Said";

type WayOn = Schemas["WayOn"];

const WORDS = { ready: "Ready", prove_first: "Prove first", do_not_drill: "Do not drill" } as const;

function price(way: WayOn): string {
  const holes =
    way.new_holes === 0 ? "no new hole" : way.new_holes === 1 ? "one new hole" : `${way.new_holes} new holes`;
  return `${holes}, ${Math.max(1, Math.round(way.minutes))} min`;
}

interface Props {
  editing: Editing;
  holeId: string;
  /** What was said still waits on this device: the ways can only be worked out once the server has it. */
  unsent: boolean;
  onTaken: () => void;
  onLeave?: () => void;
}

/** At most three ways on from a hole that answered differently, each drawn, with its price, taken with one press. */
export function WaysOn({ editing, holeId, unsent, onTaken, onLeave }: Props) {
  const { job_id } = editing.data;
  const query = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/holes/{hole_id}/ways-on",
    { params: { path: { job_id, hole_id: holeId } } },
    { enabled: !unsent },
  );
  // what is asked anew after a change is not taken from before it
  const data = query.isFetching ? undefined : query.data;
  const take = async (way: WayOn) => {
    const { fixture, placement, choices, records, left } = way.job;
    await editing.saveJob(() => ({ fixture, placement, choices, records, left }), way.title.slice(0, 110));
    onTaken();
  };
  if (unsent || (query.isError && !query.data && !query.isFetching)) {
    return (
      <Frame title="Kept on this phone" onLeave={onLeave}>
        <p className="text-[16px]">
          What the hole answered is written down here. The ways on are worked out by Rock Pin as soon as it
          answers again; until then leave the hole as it is.
        </p>
        {!unsent && (
          <Button look="solid" className="mt-4 min-h-14 w-full" onClick={() => void query.refetch()}>
            Ask again
          </Button>
        )}
      </Frame>
    );
  }
  if (!data) {
    return (
      <Frame title="Looking for ways on…" onLeave={onLeave}>
        <p className="text-soft">Each is planned from the holes that exist before it is shown.</p>
      </Frame>
    );
  }
  if (data.stop) {
    return (
      <Frame title={`${data.title}: stop`} onLeave={onLeave}>
        <p className="border-l-4 border-brick bg-brick-wash p-3 text-[18px] font-bold text-brick">
          <Said>{data.stop}</Said>
        </p>
        {data.look_first && <PutPinsIn jobId={job_id} />}
      </Frame>
    );
  }
  const [first] = data.ways;
  const count = ["", "One way on", "Two ways on", "Three ways on"][data.ways.length];
  return (
    <Frame title={count ?? ""} onLeave={onLeave} says={`${data.title}. Nothing is lost.`}>
      {data.look_first && (
        <div className="mb-3 border-l-4 border-ochre bg-ochre-wash p-3 text-[15px]">
          <Said>{data.look_first}</Said>
          <PutPinsIn jobId={job_id} />
        </div>
      )}
      <ol className="space-y-3" aria-label="Ways on">
        {data.ways.map((way, index) => (
          <li
            key={`${way.kind}-${way.title}`}
            className={`border p-3 ${index === 0 ? "border-2 border-chalk" : "border-rule"}`}
          >
            <WayPicture way={way} plan={editing.plan} />
            <h2 className="mt-2 text-[18px] leading-tight font-bold">{together(way.title)}</h2>
            <p className="mt-1 text-[15px]">
              <Said>{way.sentence}</Said>
            </p>
            <p className="mt-1 flex flex-wrap items-center gap-x-2 text-[15px]">
              <span className={`inline-flex items-center gap-1.5 font-bold ${INK[way.word]}`}>
                <Mark severity={way.word} size={12} />
                {WORDS[way.word]}
              </span>
              <span className="text-soft">{price(way)}</span>
            </p>
            <Button
              look={index === 0 ? "solid" : "open"}
              className="mt-2 min-h-12 w-full text-[16px]"
              onClick={() => void take(way).catch(() => undefined)}
            >
              {index === 0 && first ? "Take the first" : "Take this one"}
            </Button>
          </li>
        ))}
      </ol>
    </Frame>
  );
}

function PutPinsIn({ jobId }: { jobId: string }) {
  return (
    <Link
      className="mt-2 flex min-h-12 items-center justify-center border border-rule rounded-sm bg-sheet text-[16px] font-semibold"
      to={`/jobs/${jobId}/wall?part=framing`}
    >
      Put in what the pins met
    </Link>
  );
}

function Frame({
  title,
  says,
  onLeave,
  children,
}: {
  title: string;
  says?: string;
  onLeave: (() => void) | undefined;
  children: React.ReactNode;
}) {
  return (
    <section aria-label="Ways on from here">
      <h1 className="text-[22px] leading-tight font-bold">{title}</h1>
      {says && <p className="mb-3 text-[15px] text-soft">{says}</p>}
      {children}
      {onLeave && (
        <Button className="mt-3 min-h-14 w-full text-[16px]" onClick={onLeave}>
          Leave it for now
        </Button>
      )}
    </section>
  );
}
