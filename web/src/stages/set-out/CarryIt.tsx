import { BASE } from "../../api/world";
import { useState } from "react";
import { useDecimal } from "../../lib/decimal";
import { Heading, Select } from "../../ui/controls";
import { DecimalSign } from "../../ui/DecimalSign";

const PAPERS = [
  { key: "a4", label: "A4" },
  { key: "letter", label: "Letter" },
];

const ON_PAPER = [
  { form: "pdf", along: "along", label: "Template, full size" },
  { form: "pole", along: "along", label: "Story pole, along the wall" },
  { form: "pole", along: "up", label: "Story pole, upright" },
];

const FILES = [
  { form: "svg", label: "SVG" },
  { form: "dxf", label: "DXF" },
  { form: "csv", label: "CSV" },
];

/** The marks on paper and as files, to be carried to the wall. `usual`: the paper that is sold there. */
export function CarryIt({ jobId, usual }: { jobId: string; usual: string }) {
  const [paper, setPaper] = useState(usual);
  const [decimal, setDecimal] = useDecimal();
  const link = (form: string, along = "along") =>
    `${BASE}/api/jobs/${jobId}/template.${form}?paper=${paper}&along=${along}&decimal=${decimal}`;
  return (
    <>
      <Heading aside="print at 100 %">Carry it to the wall</Heading>
      <div className="grid grid-cols-[88px_1fr] items-end gap-x-3">
        <Select label="Paper" value={paper} options={PAPERS} onChange={setPaper} />
        <p className="pb-1.5 text-[12.5px] text-soft">
          Measure the check line on the sheet first, then tape it up level.
        </p>
      </div>
      <ul className="mt-2">
        {ON_PAPER.map((one) => (
          <li key={one.label} className="border-b border-rule">
            <a
              href={link(one.form, one.along)}
              download
              className="flex min-h-11 items-center justify-between text-[14px] font-semibold text-chalk hover:underline"
            >
              {one.label} <span className="text-[12px] text-soft">PDF</span>
            </a>
          </li>
        ))}
        <li className="flex min-h-11 items-center gap-4 text-[14px]">
          <span className="flex-1 text-soft">The template as a file</span>
          {FILES.map((one) => (
            <a
              key={one.form}
              href={link(one.form)}
              download
              className="inline-flex min-h-11 items-center font-semibold text-chalk hover:underline"
            >
              {one.label}
            </a>
          ))}
        </li>
      </ul>
      <DecimalSign value={decimal} onChange={setDecimal} />
    </>
  );
}
