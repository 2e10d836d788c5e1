import { useState } from "react";
import { Refused, type Schemas } from "../../api/client";
import { Button, Select } from "../../ui/controls";

type Asked = Schemas["HunchAsked"];

/** One question before it is known: what the learner thinks, and how sure he is. */
export function HunchForm({
  asked,
  onSay,
}: {
  asked: Asked;
  onSay: (kind: Asked["kind"], says: string, sure: number) => Promise<void>;
}) {
  const [says, setSays] = useState("");
  const [sure, setSure] = useState(0.7);
  const [fault, setFault] = useState("");
  const options = [{ key: "", label: "Say what you think" }, ...asked.options];
  const say = async () => {
    setFault("");
    try {
      await onSay(asked.kind, says, sure);
    } catch (error) {
      setFault(
        error instanceof Refused ? error.tell().join(" ") : "It could not be kept; is Rock Pin running?",
      );
    }
  };
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2" role="group" aria-label={asked.question}>
      <div className="w-56">
        <Select label={asked.question} value={says} options={options} onChange={setSays} />
      </div>
      <label className="text-[12px] text-soft">
        How sure: <strong className="text-[15px] text-ink">{Math.round(sure * 100)} %</strong>
        <input
          type="range"
          min="0.5"
          max="1"
          step="0.05"
          value={sure}
          aria-label={`How sure: ${asked.question}`}
          className="block h-9 w-40 accent-chalk"
          onChange={(event) => setSure(Number(event.target.value))}
        />
      </label>
      <Button look="solid" disabled={!says} onClick={() => void say()}>
        Say it
      </Button>
      {fault && (
        <p role="alert" className="w-full text-[13px] font-semibold text-brick">
          {fault}
        </p>
      )}
    </div>
  );
}
