import { Dialog as Radix } from "radix-ui";
import { useState } from "react";
import { Button } from "../../ui/controls";
import { type Candidate, vanWords } from "./Candidates";

const HEAD = [
  "Fixing",
  "Used",
  "Governed by",
  "Hole",
  "Deep",
  "Void",
  "Screw",
  "Min.",
  "Tools",
  "Out again",
  "Van",
  "Price",
];

/** All that hold at this hole, side by side. */
export function Compare({
  hole,
  candidates,
  chosen,
  onChoose,
}: {
  hole: number;
  candidates: readonly Candidate[];
  chosen: string | null;
  onChoose: (fixing: string) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Radix.Root open={open} onOpenChange={setOpen}>
      <Radix.Trigger asChild>
        <Button className="mt-2 w-full" disabled={candidates.length === 0}>
          Set them side by side
        </Button>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#22272b]/55" />
        <Radix.Content className="fixed inset-x-[3vw] top-[6vh] z-50 mx-auto flex max-h-[88vh] max-w-[1180px] flex-col border-t-4 border-chalk bg-sheet p-4 text-ink">
          <Radix.Title className="text-[18px] font-bold">What holds at hole {hole}</Radix.Title>
          <Radix.Description className="mt-1 mb-3 text-[13px] text-soft">
            Best first by what matters most to you. Press a name to take it.
          </Radix.Description>
          <div className="min-h-0 overflow-auto">
            <table className="w-full text-[12.5px]">
              <thead className="sticky top-0 bg-sheet text-left text-soft">
                <tr>
                  {HEAD.map((name) => (
                    <th key={name} className="border-b-2 border-ink px-2 py-1 font-semibold">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {candidates.map((one) => (
                  <tr key={one.fixing} className={one.fixing === chosen ? "bg-chalk-wash" : ""}>
                    <th scope="row" className="border-b border-rule px-2 text-left font-semibold">
                      <button
                        type="button"
                        className="min-h-8 text-left underline decoration-rule underline-offset-2 hover:text-chalk"
                        onClick={() => {
                          onChoose(one.fixing);
                          setOpen(false);
                        }}
                      >
                        {one.label}
                      </button>
                    </th>
                    {[
                      one.use_text,
                      one.governs,
                      one.hole_text,
                      one.depth_text,
                      one.void_text ?? "–",
                      one.screw_text,
                      String(one.minutes),
                      one.tools.join(", ") || "–",
                      one.removable ? "yes" : "no",
                      vanWords(one) || "not told",
                      one.price === null ? "–" : one.price.toFixed(2),
                    ].map((text, index) => (
                      <td
                        key={HEAD[index + 1]}
                        className={`border-b border-rule px-2 py-1 ${index === 0 ? "font-bold" : ""} ${
                          text.startsWith("to buy") ? "text-ochre" : ""
                        }`}
                      >
                        {text}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <Radix.Close asChild>
            <Button className="mt-3">Close</Button>
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
