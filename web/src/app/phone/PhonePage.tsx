import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ask, client, Refused, type Schemas, unwrap } from "../../api/client";
import { useTheme } from "../../lib/theme";
import { Button, Heading } from "../../ui/controls";

type Door = Schemas["PhoneDoor"];

/** How a phone is let in: the address, a code that works once, and those that were let in before. */
export function PhonePage() {
  const { data, error } = ask.useQuery("get", "/api/phones", {}, { refetchInterval: 5000 });
  const queries = useQueryClient();
  useTheme();
  const [fault, setFault] = useState("");
  const key = ask.queryOptions("get", "/api/phones", {}).queryKey;
  const fresh = async () => {
    try {
      queries.setQueryData(key, unwrap(await client.POST("/api/phones/code")));
      setFault("");
    } catch (refused) {
      setFault(refused instanceof Refused ? refused.tell().join(" ") : "Rock Pin does not answer just now.");
    }
  };
  const shutOut = async (phone_id: string) => {
    await client.DELETE("/api/phones/{phone_id}", { params: { path: { phone_id } } });
    await queries.invalidateQueries({ queryKey: key });
  };
  return (
    <main className="mx-auto h-full max-w-[880px] overflow-y-auto p-6 max-sm:p-4">
      <p className="text-[13px]">
        <Link to="/" className="inline-flex min-h-9 items-center underline max-sm:min-h-11">
          All jobs
        </Link>
      </p>
      <h1 className="mt-1 text-[28px] leading-tight font-bold">On your phone</h1>
      <p className="mt-1 max-w-[60ch] text-[15px] text-soft">
        The same jobs at the wall, one step a screen; it goes on where the network drops.
      </p>
      {error && (
        <p role="alert" className="mt-4 border-l-4 border-brick bg-brick-wash p-3 text-[15px]">
          {error instanceof Refused
            ? (error as Refused).tell().join(" ")
            : "Rock Pin does not answer just now."}
        </p>
      )}
      {data && (data.address ? <Open door={data} fresh={() => void fresh()} /> : <Closed />)}
      {fault && (
        <p role="alert" className="mt-3 text-[14px] text-brick">
          {fault}
        </p>
      )}
      {data && data.phones.length > 0 && (
        <>
          <Heading>Phones that were let in</Heading>
          <ul>
            {data.phones.map((phone) => (
              <li
                key={phone.id}
                className="flex items-center justify-between gap-3 border-b border-rule py-1 text-[15px]"
              >
                <span>
                  {phone.name} <span className="text-soft">since {phone.day}</span>
                </span>
                <Button onClick={() => void shutOut(phone.id)}>Shut {phone.name} out</Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </main>
  );
}

function Closed() {
  return (
    <div className="mt-5 max-w-[60ch] border-l-4 border-ochre bg-ochre-wash p-4 text-[15px]">
      <p className="font-bold">Only this machine is listened to.</p>
      <p className="mt-1">
        Stop Rock Pin and start it with <code className="font-semibold">./run serve --lan</code>: then phones
        on the same network can be let in, one by one, and nobody else.
      </p>
    </div>
  );
}

function Open({ door, fresh }: { door: Door; fresh: () => void }) {
  return (
    <div className="mt-5 flex flex-wrap gap-8">
      {door.square && (
        <img
          src={door.square}
          alt={`A square for the phone's camera: it opens ${door.address ?? ""} with the code`}
          className="size-[260px] bg-white"
        />
      )}
      <div className="min-w-0 flex-1">
        <p className="text-[14px] text-soft">Follow the square with the phone’s camera, or open there</p>
        <p className="text-[20px] font-bold [overflow-wrap:anywhere]">{door.address}</p>
        {door.code ? (
          <>
            <p className="mt-4 text-[14px] text-soft">
              and type the code; it works once, for {door.minutes_left} more minutes
            </p>
            <p className="text-[46px] leading-none font-bold tracking-[0.06em]" aria-label="The code">
              {door.code.slice(0, 4)} {door.code.slice(4)}
            </p>
          </>
        ) : (
          <p className="mt-4 text-[15px] font-semibold">
            No code is valid just now: it was used, ran out, or was guessed at.
          </p>
        )}
        <Button look="open" className="mt-4" onClick={fresh}>
          Make a new code
        </Button>
        {door.fingerprint && (
          <details className="mt-5 text-[13px]">
            <summary className="min-h-9 font-semibold max-sm:min-h-11">
              The phone warns of the certificate
            </summary>
            <p className="mt-1">
              It is made here and known to nobody yet. Compare the fingerprint that the phone shows with this
              one, then trust it; only then can the phone keep the application for where there is no network.
            </p>
            <code className="mt-1 block [overflow-wrap:anywhere]">{door.fingerprint}</code>
          </details>
        )}
      </div>
    </div>
  );
}
