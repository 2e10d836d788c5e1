import { useEffect, useState } from "react";
import { Link } from "react-router";
import { ask, type Lists } from "../../api/client";
import { useLists } from "../../api/queries";
import { Heading } from "../../ui/controls";
import { WordPicture } from "../../ui/Said";
import { FirstJob } from "../home/FirstJob";
import { SearchField } from "../../ui/SearchField";
import { Bar } from "../Bar";
import { KEYS } from "../keys";

type Word = Lists["trade_words"][number];

const holds = (word: Word, search: string) =>
  `${word.label} ${word.label_us ?? ""} ${word.says}`.toLowerCase().includes(search.toLowerCase());

/** The words of the trade, found by typing. */
function Words({ words }: { words: readonly Word[] }) {
  const [typed, setTyped] = useState("");
  const shown = words.filter((word) => holds(word, typed.trim()));
  return (
    <section aria-label="Words of the trade">
      <h2 className="text-[19px] font-bold">Words of the trade</h2>
      <SearchField label="Find a word" value={typed} onChange={setTyped} />
      <ul className="mt-3" aria-label="Words of the trade">
        {shown.map((word) => (
          <li key={word.key} id={word.key} className="flex items-start gap-4 border-b border-rule py-2">
            <WordPicture of={word.key} />
            <div>
              <h3 className="text-[15px] font-bold">
                {word.label}
                {word.label_us && (
                  <span className="font-normal text-soft">
                    {" "}
                    · in North America {word.label_us.toLowerCase()}
                  </span>
                )}
              </h3>
              <p className="max-w-[68ch] text-[14px]">{word.says}</p>
            </div>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p className="py-2 text-soft">No such word here.</p>}
    </section>
  );
}

function About() {
  const { data } = ask.useQuery("get", "/api/about", {}, { staleTime: Infinity });
  return (
    <section aria-label="About" className="mt-6">
      <Heading>About</Heading>
      <p className="text-[14px]">
        Rock Pin {data?.version}, under the {data?.license} licence. It runs on this machine alone and asks
        nobody else anything.
      </p>
      <p className="mt-2 text-[14px]">
        Planning values after the sources named at each figure. They replace neither the local code nor a
        licensed trade, and what nobody has looked at is not known.
      </p>
      <p className="mt-2 text-[14px]">
        A program of yours can ask it too:{" "}
        <Link to="/docs" className="underline">
          the web interface
        </Link>
        .
      </p>
      {data && (
        <details className="mt-2">
          <summary className="min-h-9 cursor-pointer py-1 text-[13px] font-semibold">Built with</summary>
          <ul className="columns-2 text-[12.5px]">
            {data.packages.map((one) => (
              <li key={one.name}>
                {one.name} {one.version} <span className="text-soft">{one.license}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** Help: what to do first, the keys, the words of the trade, and what this is. */
export function HelpPage() {
  const lists = useLists();
  useEffect(() => {
    document.title = "Help · Rock Pin";
  }, []);
  return (
    <div className="h-full overflow-y-auto" data-scrolls>
      <Bar />
      <main className="mx-auto grid max-w-[1160px] gap-x-12 gap-y-8 px-5 py-6 max-sm:px-3 md:grid-cols-[7fr_5fr]">
        <h1 className="sr-only">Help</h1>
        {lists && <Words words={lists.trade_words} />}
        <div>
          <section aria-label="Where to begin">
            <h2 className="text-[19px] font-bold">Where to begin</h2>
            <p className="my-2">
              <FirstJob />
            </p>
            <ol className="mt-1 list-decimal space-y-1 pl-5 text-[14px]">
              <li>
                <Link to="/ask/wall" className="underline">
                  Find out what the wall is
                </Link>
                : knock, draw a magnet over it, look at an edge.
              </li>
              <li>
                <Link to="/ask/here" className="underline">
                  Look at both faces
                </Link>
                : place every socket, switch and tap, and sweep where you will drill.
              </li>
              <li>
                <Link to="/ask/goes-in" className="underline">
                  Ask what goes in
                </Link>
                , and make the answer a job.
              </li>
              <li>Say where it goes, print the card or take the phone, and work step by step.</li>
              <li>Record what the bit met: the next job on that wall knows it.</li>
            </ol>
          </section>
          <section aria-label="Keys" className="mt-6">
            <Heading>Keys</Heading>
            <dl className="text-[14px]">
              {KEYS.map(({ keys, does }) => (
                <div key={keys} className="flex gap-4 border-b border-rule py-1">
                  <dt className="w-[120px] shrink-0 font-semibold">{keys}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
          <About />
        </div>
      </main>
    </div>
  );
}
