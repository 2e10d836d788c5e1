import type { Plan } from "../../api/client";
import { Said } from "../../ui/Said";

/** A thing that came loose: why each hole gave way, how the old fixing comes out, and what is different this time. */
export function WhyLoose({ loose }: { loose: Plan["loose"] }) {
  if (!loose.length) return null;
  return (
    <section
      aria-label="Why it came loose"
      className="mb-4 border-l-4 border-ochre bg-ochre-wash p-3 text-[13px]"
    >
      <h3 className="text-[15px] font-bold">Why it came loose</h3>
      <ul className="mt-1 space-y-2">
        {loose.map((one) => (
          <li key={one.hole_id}>
            <Said>{one.why}</Said>
            {one.comes_out && <span className="block">How it comes out: {one.comes_out}</span>}
            <strong className="block">
              <Said>{one.now}</Said>
            </strong>
          </li>
        ))}
      </ul>
    </section>
  );
}
