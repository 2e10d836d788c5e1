import { useState } from "react";
import { ask, client, type Reference, type Schemas, unwrap } from "../../api/client";
import type { Editing } from "../../job/useWorkspace";
import { Button } from "../../ui/controls";
import { LieEditor } from "./LieEditor";
import { Pressed } from "./Pressed";
import { ReferenceEditor } from "./ReferenceEditor";

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

type Axis = Schemas["Axis"];
type Open = Axis | "lie" | null;

/** Where it goes, as a sentence whose parts can be pressed and said otherwise. */
export function PlaceSentence({ editing }: { editing: Editing }) {
  const [open, setOpen] = useState<Open>(null);
  const { plan, data } = editing;
  const { placing } = plan;
  const { data: options } = ask.useQuery("get", "/api/jobs/{job_id}/placing", {
    params: { path: { job_id: data.job_id } },
  });
  const measure = (axis: Axis, reference: Reference | null, stay: boolean) =>
    editing.ask(async (now) =>
      unwrap(
        await client.PUT("/api/jobs/{job_id}/reference", {
          params: { path: { job_id: now.job_id } },
          body: { revision: now.revision, summary: "measured from something else", axis, reference, stay },
        }),
      ),
    );
  const part = (which: Exclude<Open, null>, text: string) => (
    <Pressed open={open === which} onPress={() => setOpen(open === which ? null : which)}>
      {text}
    </Pressed>
  );
  const axis = open === "along" || open === "upright" ? open : null;
  return (
    <section aria-label="Where it goes" className="mb-4">
      <p className="text-[17px] leading-[1.55]">
        {part("upright", capital(placing.upright_text))},{" "}
        {placing.in_corner ? placing.along_text : part("along", placing.along_text)};{" "}
        {part("lie", placing.lie_text)}.
      </p>
      {axis && options && (
        <ReferenceEditor
          key={axis}
          axis={axis}
          held={data.job.placement[axis]}
          options={options[axis]}
          units={data.site.units}
          onMeasure={(reference, stay) => measure(axis, reference, stay)}
        />
      )}
      {open === "lie" && <LieEditor editing={editing} />}
      {open && (
        <Button className="mt-2 w-full" onClick={() => setOpen(null)}>
          Done
        </Button>
      )}
    </section>
  );
}
