import { useEffect } from "react";
import { ask, type Rect, type Schemas } from "../../api/client";
import { Button, Heading } from "../../ui/controls";
import { HoleTabs } from "../../ui/HoleTabs";
import type { StageProps } from "../../job/stage";
import { Said } from "../../ui/Said";

type Way = Schemas["ClearingWay"];

const NAMES: Record<Way["kind"], string> = {
  sweep: "Sweep",
  move: "Move",
  shorten: "Go less deep",
  fixing: "Another fixing",
  open: "Open by hand",
};

/** The risk of the chosen hole with its parts, and the ways to clear it. */
export function HoleRisk({
  editing,
  selected,
  onSelect,
  setHighlight,
  onSweep,
}: Pick<StageProps, "editing" | "selected" | "onSelect" | "setHighlight"> & {
  /** Takes an advised sweep over into the form where it is put in. */
  onSweep: (area: Rect, modes: Way["modes"], depth_mm: number) => void;
}) {
  const { data, plan } = editing;
  const hole = plan.holes.find((one) => one.id === selected);
  const ways = ask.useQuery(
    "get",
    "/api/jobs/{job_id}/holes/{hole_id}/ways",
    { params: { path: { job_id: data.job_id, hole_id: selected ?? "" } } },
    { enabled: hole !== undefined },
  );
  const found = ways.data ?? [];
  const sweep = found.find((way) => way.kind === "sweep");
  const area = sweep?.area ?? null;
  const key = area ? `${area.x_mm} ${area.y_mm} ${area.width_mm} ${area.height_mm}` : "";
  useEffect(() => {
    setHighlight(area);
    return () => setHighlight(null);
    // the area is told apart by its figures: each answer of the server is another object
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, setHighlight]);

  const move = (way: Way) =>
    void editing
      .put({ x_mm: editing.at.x_mm + (way.dx_mm ?? 0), y_mm: editing.at.y_mm + (way.dy_mm ?? 0) })
      .catch(() => undefined);
  const take = (fixing: string) =>
    void editing
      .saveJob(
        (latest) => ({
          choices: [
            ...latest.choices.filter((one) => one.hole_id !== selected),
            { hole_id: selected ?? "", fixing },
          ],
        }),
        "fixing chosen",
      )
      .catch(() => undefined);

  if (!plan.holes.length) return <p className="text-soft">The fixture has no hole yet.</p>;
  return (
    <section aria-label="Risk at the holes">
      <HoleTabs holes={plan.holes} selected={selected} onSelect={onSelect} />
      {hole && (
        <>
          <p className="leading-tight">
            <span className="text-[28px] font-bold">{hole.risk.text}</span>
            <span className="ml-2 text-[13px] text-soft">
              chance that hole {hole.number} strikes something
              {hole.risk_if && <b className="text-ink">, {hole.risk_if}</b>}
            </span>
          </p>
          <ul aria-label="Parts of the risk" className="mt-1 text-[13px]">
            {hole.risk.parts.slice(0, 5).map((part) => (
              <li key={part.says} className="flex justify-between gap-3 border-b border-rule py-1">
                <span className="first-letter:uppercase">{part.says}</span>
                <strong className="whitespace-nowrap">{part.text}</strong>
              </li>
            ))}
          </ul>
          {found.length > 0 && (
            <>
              <Heading aside="the quickest first">Ways to clear hole {hole.number}</Heading>
              <ul aria-label="Ways to clear it" className="space-y-2">
                {found.map((way) => (
                  <li
                    key={way.kind}
                    className={`border-l-4 pl-2.5 text-[13px] ${way.clears ? "border-chalk" : "border-rule text-soft"}`}
                  >
                    <p>
                      <strong>{NAMES[way.kind]}.</strong> <Said>{way.says}</Said>
                    </p>
                    <div className="mt-1 flex flex-wrap gap-1.5">
                      {way.kind === "move" && <Button onClick={() => move(way)}>Move the fixture so</Button>}
                      {way.kind === "fixing" && way.fixing && (
                        <Button onClick={() => take(way.fixing ?? "")}>Take it for this hole</Button>
                      )}
                      {way.kind === "sweep" && way.area && (
                        <Button
                          look="open"
                          onClick={() =>
                            way.area && onSweep(way.area, way.modes ?? [], way.claimed_depth_mm ?? 50)
                          }
                        >
                          Put this sweep in
                        </Button>
                      )}
                    </div>
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}
