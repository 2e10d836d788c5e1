import { useId, useState } from "react";
import { Refused } from "../../api/client";
import { Button } from "../../ui/controls";
import { Dialog } from "../../ui/Dialog";

/** Asks for another name. It is open as long as it is there. */
export function Rename({
  name,
  onName,
  onClose,
}: {
  name: string;
  onName: (name: string) => Promise<unknown>;
  onClose: () => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(name);
  const [fault, setFault] = useState("");
  const save = async () => {
    try {
      await onName(typed.trim());
      onClose();
    } catch (error) {
      setFault(error instanceof Refused ? error.tell().join(" ") : "Rock Pin does not answer.");
    }
  };
  return (
    <Dialog title={`Rename ${name}`} says="What you will find it by." open onOpenChange={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label htmlFor={id} className="mb-0.5 block text-[12px] text-soft">
          Name
        </label>
        <input
          id={id}
          value={typed}
          maxLength={120}
          autoFocus
          onChange={(event) => setTyped(event.target.value)}
          className="h-10 w-full rounded-sm border border-rule bg-paper px-2 text-[15px]"
        />
        {fault && (
          <p role="alert" className="mt-1 text-[13px] text-brick">
            {fault}
          </p>
        )}
        <Button look="solid" type="submit" className="mt-3 w-full" disabled={!typed.trim()}>
          Save the name
        </Button>
      </form>
    </Dialog>
  );
}
