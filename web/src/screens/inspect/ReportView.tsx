import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import { faultWords } from '@velvet-dusk/core/inspect/faults/words';
import { useOpenProject } from '../../api/openProject.ts';
import { FaultSpot } from './FaultSpot.tsx';
import { GreysView } from './GreysView.tsx';
import { HueRingView } from './HueRingView.tsx';
import { setInspectView } from '../../state/inspectView.ts';
import { NameView } from './NameView.tsx';
import { NumbersView } from './NumbersView.tsx';
import { SkinView } from './SkinView.tsx';
import type { Row } from './tableColumns.ts';
import { tip } from '../../ui/tip.ts';

function Part({
  title,
  children,
  className = '',
}: {
  title: string;
  children: React.ReactNode;
  className?: string;
}) {
  return (
    <section aria-label={title} className={className}>
      <h4 className="text-t3 text-[11.5px] pb-1">{title}</h4>
      {children}
    </section>
  );
}

/** What it probably is, each reading with its confidence; another can be taken. */
function WhatItIs({ row, report }: { row: Row; report: FullReport }) {
  const { readings, chosen, reasons, remaining, where, look } = report.identity;
  const { looks } = useOpenProject();
  const own = look && looks.find((l) => l.id === look.id);
  return (
    <div className="grid gap-1 text-[12.5px]">
      <p className="text-t1">{where}</p>
      {remaining !== '' && <p className="text-close">◐ {remaining}</p>}
      <ul className="text-t2 grid gap-0.5">
        {reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
        {own && <li>{own.document.name} is a look of this project.</li>}
      </ul>
      {readings.length > 1 && (
        <div role="radiogroup" aria-label="Readings" className="flex flex-wrap gap-x-3 gap-y-0.5 pt-1">
          {readings.map((r, i) => (
            <button
              key={i}
              type="button"
              role="radio"
              aria-checked={i === chosen}
              className={`border-b-2 py-0.5 text-[12px] ${i === chosen ? 'border-violet text-t1' : 'border-transparent text-t3 hover:text-t1'}`}
              {...tip(`${r.roleLabel}: ${r.input} to ${r.output}`)}
              onClick={() => setInspectView((s) => ({ chosen: { ...s.chosen, [row.file.sha256]: i } }))}
            >
              {r.roleLabel}, {r.input}{' '}
              <span className="num">{r.share < 0.01 ? '<1' : Math.round(r.share * 100)} %</span>
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

function Faults({ report }: { report: FullReport }) {
  if (report.faults.length === 0)
    return (
      <p className="text-[12.5px] text-t2">
        <span className="text-holds">●</span> Nothing is wrong with it: no folds, reversals, kinks, steps, bad
        nodes, planes written twice, shifts, clamped shadows, tinted neutrals or swapped channels.
      </p>
    );
  return (
    <ul className="grid gap-2">
      {report.faults.map((fault) => {
        const { label, unit, meaning, remedy } = faultWords(fault.id);
        return (
          <li key={fault.id} className="grid grid-cols-[auto_1fr] gap-x-3 text-[12.5px]">
            <FaultSpot fault={fault} report={report} />
            <div>
              <p className="text-t1">
                <span className="text-ember">▲</span> {label}{' '}
                <span className="num text-t2">
                  {fault.size.toPrecision(3)} {unit}
                  {fault.at && ` at ${fault.at.map((v) => Math.round(v * 100)).join(' ')} %`}
                </span>
              </p>
              <p className="text-t2">
                {meaning} {remedy}
              </p>
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** All that is told of one LUT. */
export function ReportView({ row, report }: { row: Row; report: FullReport }) {
  return (
    <div className="p-5 pt-3 grid gap-4">
      <Part title="What it is, and where it goes">
        <WhatItIs row={row} report={report} />
      </Part>
      <Part title="Faults">
        <Faults report={report} />
      </Part>
      <Part title="Greys: what comes out">
        <GreysView greys={report.greys} />
      </Part>
      <div className="grid grid-cols-[280px_1fr] gap-5">
        <Part title="Hues: from without it to through it">
          <HueRingView colours={report.colours} />
        </Part>
        <Part title="Skin: without it, and through it">
          <SkinView colours={report.colours} />
        </Part>
      </div>
      <Part title="Name, part by part">
        <NameView row={row} report={report} />
      </Part>
      <Part title="Numbers">
        <NumbersView report={report} />
      </Part>
      {(row.sameAs.length > 0 || row.nearly.length > 0) && (
        <Part title="Others like it">
          <ul className="text-[12.5px] text-t2">
            {row.sameAs.map((p) => (
              <li key={p}>The same values as {p}</li>
            ))}
            {row.nearly.map((p) => (
              <li key={p}>Hardly to be told from {p}</li>
            ))}
          </ul>
        </Part>
      )}
    </div>
  );
}
