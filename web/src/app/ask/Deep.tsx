import type { Lists } from "../../api/client";
import { NoAnswer, Question, Told } from "./parts";
import { type Asking, useAnswer } from "./useAsked";
import { IntoStuds, TheWall } from "./TheWall";
import { Figure } from "./words";

/** How deep may I go? By the wall alone, and by what is on it. */
export function Deep({ asking, lists }: { asking: Asking; lists: Lists }) {
  const { supposed } = asking.asked;
  const { data, error } = useAnswer("deep", supposed);
  const start = lists.build_ups.find((one) => one.key === supposed.wall);
  const plaster = start?.layers.find((one) => one.material === "plaster")?.thickness_mm;
  const says = (
    <p>
      Into <TheWall asking={asking} lists={lists} />
      {plaster !== undefined && (
        <>
          {" "}
          under{" "}
          <Figure
            label="Plaster, thick"
            value={supposed.plaster_mm ?? plaster}
            kind="length"
            units={supposed.units ?? "metric"}
            onChange={(plaster_mm) => asking.say({ plaster_mm })}
          />{" "}
          of plaster
        </>
      )}
      <IntoStuds
        label="Where the hole goes"
        wall={supposed.wall}
        lists={lists}
        inStuds={supposed.in_studs}
        onChange={(in_studs) => asking.say({ in_studs })}
      />
      .
    </p>
  );
  const answer =
    data && !error ? (
      <>
        <p className="text-[34px] leading-tight font-bold">{data.depth_text}</p>
        <Told head="Because" lines={data.because} look="text-[15px]" />
        <Told head="Before you drill" lines={data.before} look="border-l-4 border-ochre pl-2.5" />
      </>
    ) : (
      <NoAnswer error={error} />
    );
  return <Question says={says} answer={answer} />;
}
