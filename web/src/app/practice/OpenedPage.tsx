import { useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { ask, client, type Schemas, unwrap } from "../../api/client";
import { Elevation } from "../../drawing/Elevation";
import { Button, Heading } from "../../ui/controls";
import { wentWords } from "./PracticeHome";
import { Reliability } from "./Reliability";
import { TornEdge } from "./TornEdge";

type Opened = Schemas["Opened"];

/** The wall is opened: its skin is drawn back like a sheet, and everything is told. */
export function OpenedPage() {
  const { jobId = "" } = useParams();
  const params = { path: { job_id: jobId } };
  const { data, error } = ask.useQuery("get", "/api/practice/jobs/{job_id}/opened", { params });
  const run = ask.useQuery("get", "/api/practice/jobs/{job_id}", { params });
  const calibration = ask.useQuery("get", "/api/practice/calibration", {});
  return (
    <div className="flex h-full flex-col overflow-y-auto bg-paper">
      <TornEdge />
      <main className="mx-auto w-full max-w-[1180px] px-6 py-4 max-sm:px-3">
        <p className="text-[13px]">
          <Link to="/" className="underline">
            All practice walls
          </Link>
        </p>
        {error && <p className="mt-6 font-semibold text-brick">{error.title}</p>}
        {data && (
          <>
            <h1 className="mt-1 text-[26px] leading-tight font-bold">
              It was {data.make}: {wentWords(data.consequences)}
            </h1>
            <p className="mb-3 text-soft">{data.layers.join(" · ")}</p>
            <div className="grid grid-cols-[1fr_380px] gap-8 max-lg:grid-cols-1">
              <div>
                <Unskinned opened={data} />
                <Holes opened={data} />
              </div>
              <div>
                <Told opened={data} />
                {calibration.data && calibration.data.count > 0 && (
                  <>
                    <Heading level="h2" aside="over all walls">
                      How sure, how right
                    </Heading>
                    <p className="mb-2 text-[14px]">{calibration.data.sentence}</p>
                    <Reliability calibration={calibration.data} />
                  </>
                )}
                {run.data && <OnceMore run={run.data} />}
              </div>
            </div>
          </>
        )}
      </main>
    </div>
  );
}

/** The wall with its skin drawn back. */
function Unskinned({ opened }: { opened: Opened }) {
  const [back, setBack] = useState(false);
  useEffect(() => {
    const soon = requestAnimationFrame(() => setBack(true));
    return () => cancelAnimationFrame(soon);
  }, []);
  const { plan } = opened;
  const nothing = () => undefined;
  return (
    <div className="relative flex h-[420px] flex-col overflow-hidden max-sm:h-[300px]">
      <Elevation
        plan={plan}
        moving={{
          saved: plan,
          at: { x_mm: plan.placing.x_mm, y_mm: plan.placing.y_mm, lines_up: false },
          lineUps: [],
          onMove: nothing,
          onDrop: nothing,
        }}
        overlay={{
          stage: "drill",
          line_mm: null,
          highlight: null,
          map: null,
          beside: [],
          places: [],
          nearest: null,
          risk: "",
          photo: null,
        }}
        selected={null}
        onSelect={nothing}
        placing={null}
        onScale={nothing}
      />
      <div
        aria-hidden
        className={`pointer-events-none absolute inset-y-8 right-0 left-0 origin-right border-l-4 border-ink bg-sheet transition-transform duration-[1400ms] ease-in-out motion-reduce:hidden ${back ? "scale-x-0" : "scale-x-100"}`}
      />
    </div>
  );
}

function Holes({ opened }: { opened: Opened }) {
  return (
    <>
      <Heading level="h2">Hole by hole</Heading>
      <ul className="border-t-2 border-ink" aria-label="What became of each hole">
        {opened.holes.map((hole) => (
          <li key={hole.hole_id} className="grid grid-cols-[32px_1fr] gap-x-2 border-b border-rule py-1.5">
            <span className="text-[18px] font-bold">{hole.number}</span>
            <span className="leading-snug">
              <strong className="block">
                {hole.fixing ? `${hole.fixing}: ` : ""}
                {hole.struck
                  ? `struck ${hole.struck}`
                  : hole.cracked
                    ? "cracked the tile"
                    : hole.falls
                      ? "would have come out"
                      : hole.proud
                        ? "stood proud"
                        : hole.fixing
                          ? "holds"
                          : "Nothing went in"}
              </strong>
              {hole.fixing && <span className="text-[13.5px]">{hole.why}</span>}
              {hole.near && <span className="block text-[13px] text-soft">{hole.near}</span>}
              {!hole.drilled && <span className="block text-[13px] text-soft">It was not drilled.</span>}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Told({ opened }: { opened: Opened }) {
  return (
    <>
      <Heading level="h2">What you thought</Heading>
      <ul aria-label="What you thought" className="border-t-2 border-ink">
        {opened.hunches.map((hunch, index) => (
          <li
            key={index}
            className="grid grid-cols-[1fr_auto] gap-x-3 border-b border-rule py-1.5 text-[14px]"
          >
            <span>{hunch.text}</span>
            <strong>{hunch.right ? "right" : "wrong"}</strong>
            <span className="col-span-2 text-[12.5px] text-soft">
              You were {Math.round(hunch.sure * 100)} % sure
              {hunch.belief !== null && `; the plan gave it ${Math.round((hunch.belief ?? 0) * 100)} %`}.
            </span>
          </li>
        ))}
      </ul>
      <Heading level="h2">What would have been best</Heading>
      <p>{opened.best}</p>
      <p className="mt-1 text-[13.5px] text-soft">{opened.advised}</p>
      <Heading level="h2">In the wall</Heading>
      {opened.services.length ? (
        <ul className="list-disc pl-5 text-[14px]">
          {opened.services.map((service, index) => (
            <li key={index}>{service}</li>
          ))}
        </ul>
      ) : (
        <p>No cable and no pipe.</p>
      )}
    </>
  );
}

function OnceMore({ run }: { run: Schemas["RunView"] }) {
  const navigate = useNavigate();
  const begin = async (seed: number | null) => {
    const wanted = { step: run.step, region: run.region, seed, lesson: run.lesson ?? null };
    const made = unwrap(await client.POST("/api/practice/walls", { body: wanted }));
    void navigate(`/jobs/${made.id}/wall`);
  };
  return (
    <div className="mt-5 flex flex-wrap gap-2">
      <Button look="open" onClick={() => void begin(run.seed)}>
        The same once more
      </Button>
      {!run.lesson && (
        <Button look="solid" onClick={() => void begin(null)}>
          Another of this kind
        </Button>
      )}
      {!run.lesson && <p className="w-full text-[13px] text-soft">Its number, to share: {run.seed}</p>}
    </div>
  );
}
