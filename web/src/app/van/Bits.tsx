import { useState } from "react";
import { bitsOf, hasBit, type KindOfBit, withBits, withoutBit } from "./bits";
import { type KitProps, quietly } from "./KitLists";

const pressed = (on: boolean) =>
  on ? "border-chalk bg-chalk-wash font-bold text-chalk" : "border-rule text-soft hover:bg-wash";

/** The bits that are owned, one kind at a time: a bit that cuts wood drills no brick. */
export function KitBits({ kit, lists, save }: KitProps) {
  const [kind, setKind] = useState<KindOfBit>("masonry");
  const toggle = (mm: number) =>
    quietly(
      save((now) => (hasBit(kit, kind, mm) ? withoutBit(now, kind, mm) : withBits(now, kind, [mm])), "bits"),
    );
  const kinds = [
    ...lists.bit_kinds.map((one) => ({ key: one.key as KindOfBit, label: one.label })),
    { key: "" as KindOfBit, label: "Kind not told" },
  ];
  return (
    <section aria-label="Bits" className="border-t-2 border-ink pt-2">
      <h2 className="text-[17px] font-bold">Bits</h2>
      <ul aria-label="Kinds of bits" className="mt-1.5 mb-2.5 flex flex-wrap gap-1">
        {kinds.map((one) => {
          const count = bitsOf(kit, one.key).length;
          return (
            <li key={one.key}>
              <button
                type="button"
                aria-pressed={kind === one.key}
                onClick={() => setKind(one.key)}
                className={`min-h-9 border px-2 text-[13px] max-sm:min-h-12 ${pressed(kind === one.key)}`}
              >
                {one.label}
                {count > 0 && `: ${count}`}
              </button>
            </li>
          );
        })}
      </ul>
      {kind === "" && (
        <p className="mt-1 max-w-[64ch] text-[13px] text-soft">These count for whatever is drilled.</p>
      )}
      {lists.bits.map((series) => (
        <div key={series.key}>
          <h3 className="mt-1.5 text-[12.5px] text-soft">{series.label}</h3>
          <ul className="mt-1 flex flex-wrap gap-1">
            {series.sizes.map(({ mm, text }) => {
              const own = hasBit(kit, kind, mm);
              return (
                <li key={mm}>
                  <button
                    type="button"
                    aria-pressed={own}
                    onClick={() => toggle(mm)}
                    className={`min-h-9 min-w-12 border px-1.5 text-[13px] max-sm:min-h-12 ${pressed(own)}`}
                  >
                    {text}
                  </button>
                </li>
              );
            })}
          </ul>
        </div>
      ))}
    </section>
  );
}
