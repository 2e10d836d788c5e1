import { Button } from "../../ui/controls";
import { useRefusedDrafts } from "../../ui/drafts";
import type { Editing } from "../../job/useWorkspace";

/** What has to be told across the whole screen: a clash with another tab, a server that does not answer, or a change
 * that was refused and that no field tells of. */
export function Notices({ editing, stage }: { editing: Editing; stage: string }) {
  // what stands in the fields of this very stage is said at the field
  const refused = useRefusedDrafts().filter((draft) => !draft.place.startsWith(`${stage} · `));
  if (editing.clash) {
    const { retry, takeTheirs } = editing.clash;
    return (
      <div
        role="alert"
        className="flex flex-wrap items-center gap-3 border-b-2 border-ochre bg-ochre-wash px-4 py-2"
      >
        <p className="min-w-0 flex-1 text-[13px]">
          <strong>Changed elsewhere.</strong> Another tab or person saved this in the meantime, so yours was
          not written over it.
        </p>
        <Button onClick={takeTheirs}>Show theirs</Button>
        <Button look="open" onClick={retry}>
          Put mine on top
        </Button>
      </div>
    );
  }
  if (editing.offline) {
    return (
      <p role="alert" className="border-b-2 border-ochre bg-ochre-wash px-4 py-2 text-[13px]">
        <strong>No answer from Rock Pin.</strong> What you see is the last plan; nothing new is saved until it
        answers again.
      </p>
    );
  }
  if (editing.refusal) {
    return (
      <div
        role="alert"
        className="flex flex-wrap items-center gap-3 border-b-2 border-brick bg-sheet px-4 py-2"
      >
        <p className="min-w-0 flex-1 text-[13px]">
          <strong>Not saved.</strong> {editing.refusal.sentences.join(" ")}
        </p>
        <Button onClick={editing.refusal.close}>Close</Button>
      </div>
    );
  }
  if (refused.length) {
    return (
      <p role="alert" className="border-b-2 border-ochre bg-ochre-wash px-4 py-2 text-[13px]">
        <strong>Typed, not saved:</strong>{" "}
        {refused.map((draft) => `${draft.place}, “${draft.text}”`).join("; ")}. It waits in its field.
      </p>
    );
  }
  return <DoneElsewhere editing={editing} />;
}

/** What somebody else, or another window, has just done: figures do not change without a word. */
export function DoneElsewhere({ editing }: { editing: Editing }) {
  const { elsewhere } = editing;
  if (!elsewhere) return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-3 border-b-2 border-chalk bg-chalk-wash px-4 py-1.5"
    >
      <p className="min-w-0 flex-1 text-[13px] max-sm:text-[14px]">
        <strong>Changed elsewhere</strong>
        {elsewhere.did ? `: ${elsewhere.did}.` : "."} What you see is what stands now.
      </p>
      <Button onClick={elsewhere.close}>Close</Button>
    </div>
  );
}
