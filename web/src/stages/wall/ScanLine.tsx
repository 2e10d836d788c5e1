import { useState } from "react";
import { client, type Reading, Refused, unwrap, type Wall } from "../../api/client";
import { freeId } from "../../lib/ids";
import { today } from "../../lib/today";
import { showLength } from "../../lib/units";
import { Field } from "../../ui/Field";
import { Button, Heading } from "../../ui/controls";
import type { StageProps } from "../../job/stage";

type Trace = Wall["traces"][number];

/** Walk the scanner along a line, or bring readings in from a file; strike out the peaks that are false. */
export function ScanLine({ editing, sweep }: Pick<StageProps, "editing" | "sweep">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const [height, setHeight] = useState(() =>
    Math.min(editing.data.starts.sweep_height_mm, Math.round(wall.height_mm / 2)),
  );
  const [faults, setFaults] = useState<readonly string[]>([]);
  const { practice } = editing.plan;
  const failed = (error: unknown) =>
    setFaults(
      error instanceof Refused ? error.tell() : ["The scanner does not answer; is Rock Pin running?"],
    );

  const keep = async (readings: readonly Reading[], note: string, read_by: Trace["read_by"]) => {
    const id = freeId(
      "sweep",
      wall.traces.map((one) => one.id),
    );
    const trace: Trace = {
      id,
      y_mm: height,
      readings: [...readings],
      struck: [],
      read_by,
      day: today(),
      note,
    };
    await editing.saveWall({ traces: [...wall.traces, trace] }, "sweep kept");
    sweep.show(id);
  };
  const walk = async () => {
    setFaults([]);
    try {
      const readings = await sweep.walk(wall.id, { y_mm: height, from_mm: 0, to_mm: wall.width_mm });
      if (readings?.length) await keep(readings, "stand-in scanner", "stand_in");
    } catch (error) {
      failed(error);
    }
  };
  const read = async (file: File | undefined) => {
    if (!file) return;
    setFaults([]);
    try {
      const body = { text: await file.text(), units };
      await keep(unwrap(await client.POST("/api/readings", { body })).readings, file.name, "instrument");
    } catch (error) {
      failed(error);
    }
  };
  return (
    <>
      <Heading>Sweep with a scanner</Heading>
      <div className="grid grid-cols-[110px_1fr] items-end gap-2">
        <Field
          label="At this height"
          units={units}
          value={height}
          onCommit={(v: number) => {
            setHeight(v);
            return Promise.resolve();
          }}
        />
        {practice &&
          (sweep.live ? (
            <Button onClick={sweep.stop}>Stop</Button>
          ) : (
            <Button look="open" onClick={() => void walk()}>
              Sweep with the stand-in scanner
            </Button>
          ))}
      </div>
      <label className="mt-2 inline-flex min-h-9 w-full items-center justify-center rounded-sm border border-rule px-3 text-[13px] font-semibold hover:bg-wash focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-chalk max-sm:min-h-12">
        Bring readings in from a CSV file
        <input
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          className="sr-only"
          onChange={(event) => {
            void read(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {faults.length > 0 && (
        <ul role="alert" className="mt-2 border-l-4 border-brick bg-brick-wash p-2 text-[13px]">
          {faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      {wall.traces.map((trace) => (
        <TraceRow key={trace.id} trace={trace} editing={editing} sweep={sweep} />
      ))}
    </>
  );
}

/** One sweep that was kept: its peaks, of which some may be struck out. */
function TraceRow({ trace, editing, sweep }: { trace: Trace } & Pick<StageProps, "editing" | "sweep">) {
  const { wall } = editing.data.wall;
  const units = editing.data.site.units;
  const { practice } = editing.plan;
  const { peaks } = editing.plan.framing;
  const change = (trace: Trace, part: Partial<Trace>, summary: string) =>
    void editing.saveWall(
      { traces: wall.traces.map((one) => (one.id === trace.id ? { ...one, ...part } : one)) },
      summary,
    );

  return (
    <details
      className="mt-2 border-b border-rule pb-1 text-[13px]"
      open={sweep.shown === trace.id}
      onToggle={(event) => {
        if (event.currentTarget.open) sweep.show(trace.id);
      }}
    >
      <summary className="min-h-9 py-1.5 font-semibold">
        {showLength(trace.y_mm, units)} up, {trace.readings.length} readings
        {trace.note && <span className="font-normal text-soft"> · {trace.note}</span>}
        {trace.read_by === "stand_in" && !practice && (
          <span className="block font-normal text-ochre">read by a stand-in: does not count here</span>
        )}
      </summary>
      <ul aria-label={`Peaks of the sweep at ${showLength(trace.y_mm, units)}`}>
        {peaks
          .filter((peak) => peak.trace === trace.id)
          .map((peak) => (
            <li key={peak.id} className="flex items-center justify-between gap-2">
              <span className={peak.struck ? "text-soft line-through" : ""}>{peak.text}</span>
              <button
                type="button"
                className="h-9 px-2 text-[12px] font-semibold text-chalk underline max-sm:h-11"
                aria-label={`${peak.struck ? "Believe" : "Strike out"}: ${peak.text}`}
                onClick={() =>
                  change(
                    trace,
                    {
                      struck: peak.struck
                        ? trace.struck.filter((one) => one !== peak.id)
                        : [...trace.struck, peak.id],
                    },
                    peak.struck ? "peak believed" : "peak struck out",
                  )
                }
              >
                {peak.struck ? "believe it" : "strike out"}
              </button>
            </li>
          ))}
      </ul>
      <Button
        className="mt-1 mb-1"
        onClick={() => {
          sweep.show(null);
          void editing.saveWall(
            { traces: wall.traces.filter((one) => one.id !== trace.id) },
            "sweep taken out",
          );
        }}
      >
        Take this sweep out
      </Button>
    </details>
  );
}
