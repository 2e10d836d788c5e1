import { useState } from "react";
import type { Lists, Schemas } from "../../api/client";
import { Hatches } from "../../drawing/Hatches";
import { useSize } from "../../lib/useSize";
import { freeId } from "../../lib/ids";
import { Button, Checkbox, Heading } from "../../ui/controls";
import { INK, Mark } from "../../ui/Mark";
import { BecomesAJob } from "./BecomesAJob";
import { NoAnswer, Question, Told } from "./parts";
import { type Asking, useAnswer } from "./useAsked";
import { TheWall } from "./TheWall";
import { Figure, Word } from "./words";

type Point = NonNullable<Schemas["Supposed"]["points"]>[number];
type Spot = (x_mm: number, y_mm: number) => void;

const FACES = [
  { key: "this", label: "on this face" },
  { key: "other", label: "on the other face" },
];
const STEP_MM = 10;

/** The wall with what is on it, the zones that follow, and the spot; it can be moved by finger and by arrow keys. */
function Picture({
  answer,
  supposed,
  onSpot,
}: {
  answer: Schemas["SpotAnswer"];
  supposed: Schemas["Supposed"];
  onSpot: Spot;
}) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [wide, high] = [supposed.width_mm ?? 3000, supposed.height_mm ?? 2400];
  // where it was put, also while the answer to that is under way
  const spot = { x: supposed.across_mm ?? answer.x_mm, y: supposed.up_mm ?? answer.y_mm };
  const perMm = Math.max(0.01, Math.min(size.width / wide, 340 / high));
  const x = (mm: number) => mm * perMm;
  const y = (mm: number) => (high - mm) * perMm;
  const put = (toX: number, toY: number) =>
    onSpot(Math.round(Math.min(wide, Math.max(0, toX))), Math.round(Math.min(high, Math.max(0, toY))));
  const STEPS: Record<string, [number, number]> = {
    ArrowLeft: [-STEP_MM, 0],
    ArrowRight: [STEP_MM, 0],
    ArrowUp: [0, STEP_MM],
    ArrowDown: [0, -STEP_MM],
  };
  return (
    <div ref={ref} className="mt-3 w-full">
      {size.width > 0 && (
        <svg
          width={x(wide)}
          height={y(0)}
          role="application"
          tabIndex={0}
          aria-label="The wall: press where you want to drill, or move the spot with the arrow keys"
          className="cursor-crosshair touch-none border border-ink bg-sheet"
          onPointerDown={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            put((event.clientX - box.left) / perMm, high - (event.clientY - box.top) / perMm);
          }}
          onKeyDown={(event) => {
            const step = STEPS[event.key];
            if (!step) return;
            event.preventDefault();
            put(spot.x + step[0], spot.y + step[1]);
          }}
        >
          <Hatches />
          {answer.elevation.zones.map((zone) => (
            <polygon
              key={zone.id}
              points={zone.outline.map((corner) => `${x(corner.x_mm)},${y(corner.y_mm)}`).join(" ")}
              fill="url(#hatch-zone)"
              stroke="var(--ochre)"
              strokeDasharray="4 3"
            />
          ))}
          {answer.elevation.points.map((point) => (
            <g key={point.id}>
              <rect
                x={x(point.area.x_mm)}
                y={y(point.area.y_mm + point.area.height_mm)}
                width={Math.max(6, x(point.area.width_mm))}
                height={Math.max(6, x(point.area.height_mm))}
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth="1.4"
                strokeDasharray={point.face === "other" ? "3 2" : undefined}
              />
              <text
                x={x(point.area.x_mm + point.area.width_mm) + 4}
                y={y(point.area.y_mm)}
                fontSize="11"
                fill="var(--ink)"
              >
                {point.label}
              </text>
            </g>
          ))}
          <g className={INK[answer.verdict.word]} stroke="currentColor" strokeWidth="2.2" fill="none">
            <circle cx={x(spot.x)} cy={y(spot.y)} r="9" />
            <path d={`M${x(spot.x) - 15} ${y(spot.y)}h30M${x(spot.x)} ${y(spot.y) - 15}v30`} />
          </g>
        </svg>
      )}
    </div>
  );
}

function Answer({ answer, asking }: { answer: Schemas["SpotAnswer"]; asking: Asking }) {
  const { verdict } = answer;
  return (
    <>
      <div className="flex items-start gap-3">
        <span className={`pt-0.5 ${INK[verdict.word]}`}>
          <Mark severity={verdict.word} size={24} />
        </span>
        <div>
          <p className={`text-[19px] leading-tight font-bold ${INK[verdict.word]}`}>
            {verdict.word === "ready" ? "Nothing known stands against it" : verdict.label}
          </p>
          <p className="text-[14px]">
            {answer.risk_text} chance of striking something, as deep as a usual fixing goes here
            {answer.risk_if && <b>, {answer.risk_if}</b>}.
          </p>
        </div>
      </div>
      <Picture
        answer={answer}
        supposed={asking.asked.supposed}
        onSpot={(across_mm, up_mm) => asking.say({ across_mm, up_mm })}
      />
      <Told head="Why" lines={answer.says} />
      <Told head="What would clear it" lines={answer.clearing.map((one) => one.says)} />
      <Told head="Before you drill" lines={answer.before} look="border-l-4 border-ochre pl-2.5" />
      <div className="mt-4">
        <BecomesAJob asking={asking} />
      </div>
    </>
  );
}

/** What is on the wall, each with its place. */
function Points({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const units = supposed.units ?? "metric";
  const points = supposed.points ?? [];
  const [kind, setKind] = useState("socket");
  const change = (id: string, part: Partial<Point>) =>
    asking.say({ points: points.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  const add = () => {
    const id = freeId(
      kind.replaceAll("_", "-"),
      points.map((one) => one.id),
    );
    const at = { x_mm: Math.round((supposed.width_mm ?? 3000) / 2), y_mm: 300 };
    asking.say({ points: [...points, { id, kind, face: "this", sigma_mm: 0, note: "", ...at }] });
  };
  return (
    <>
      <Heading level="h2" aside="go round and look">
        What is on it, on either face
      </Heading>
      <div className="flex flex-wrap items-center gap-2 text-[15px]">
        <Word label="Kind" value={kind} options={lists.points} onChange={setKind} />
        <Button onClick={add}>Add it</Button>
      </div>
      <ul className="mt-2 space-y-2 text-[14px]" aria-label="On the wall">
        {points.map((point) => (
          <li key={point.id} className="border-b border-rule pb-2 leading-[2]">
            <strong>{lists.points.find((one) => one.key === point.kind)?.label}</strong>{" "}
            <Word
              label="Face"
              value={point.face ?? "this"}
              options={FACES}
              onChange={(face) => change(point.id, { face: face as "this" })}
            />
            ,{" "}
            <Figure
              label="from the left"
              value={point.x_mm}
              kind="length"
              units={units}
              onChange={(x_mm) => change(point.id, { x_mm })}
            />{" "}
            from the left,{" "}
            <Figure
              label="above the floor"
              value={point.y_mm}
              kind="length"
              units={units}
              onChange={(y_mm) => change(point.id, { y_mm })}
            />{" "}
            up{" "}
            <button
              type="button"
              className="min-h-9 text-[13px] underline hover:text-brick"
              onClick={() => asking.say({ points: points.filter((one) => one.id !== point.id) })}
            >
              Take it out
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3">
        <Checkbox
          label="I looked at both faces; there is nothing else"
          checked={supposed.looked ?? false}
          onChange={(looked) => asking.say({ looked })}
        />
      </div>
    </>
  );
}

/** May I drill here? One spot of a wall, and what is on it. */
export function Here({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const units = supposed.units ?? "metric";
  const { data, error } = useAnswer("here", supposed);
  const says = (
    <p>
      Here:{" "}
      <Figure
        label="The spot, from the left"
        value={supposed.across_mm ?? data?.x_mm ?? null}
        kind="length"
        units={units}
        onChange={(across_mm) => asking.say({ across_mm })}
      />{" "}
      from the left,{" "}
      <Figure
        label="The spot, above the floor"
        value={supposed.up_mm ?? data?.y_mm ?? null}
        kind="length"
        units={units}
        onChange={(up_mm) => asking.say({ up_mm })}
      />{" "}
      above the floor, on <TheWall asking={asking} lists={lists} />,{" "}
      <Figure
        label="The wall, wide"
        value={supposed.width_mm ?? 3000}
        kind="length"
        units={units}
        onChange={(width_mm) => asking.say({ width_mm })}
      />{" "}
      wide and{" "}
      <Figure
        label="The wall, high"
        value={supposed.height_mm ?? 2400}
        kind="length"
        units={units}
        onChange={(height_mm) => asking.say({ height_mm })}
      />{" "}
      high.
    </p>
  );
  return (
    <Question
      says={says}
      answer={data ? <Answer answer={data} asking={asking} /> : <NoAnswer error={error} />}
    >
      {data && error && <NoAnswer error={error} />}
      <Points asking={asking} lists={lists} />
    </Question>
  );
}
