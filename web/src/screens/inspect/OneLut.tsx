import { Suspense } from 'react';
import { Segments } from '../../ui/Segments.tsx';
import { lazily } from '../../ui/lazily.ts';
import { type InspectTab, setInspectView, useInspectView } from '../../state/inspectView.ts';
import { ReportView } from './ReportView.tsx';
import { reportOf, type Row } from './tableColumns.ts';
import { tip } from '../../ui/tip.ts';

// Each is read when it is asked for.
const LatticeView = lazily(() => import('./LatticeView.tsx'), 'LatticeView');
const TryView = lazily(() => import('./TryView.tsx'), 'TryView');
const CompareView = lazily(() => import('./CompareView.tsx'), 'CompareView');
const LearnView = lazily(() => import('./LearnView.tsx'), 'LearnView');
const RepairView = lazily(() => import('./RepairView.tsx'), 'RepairView');

const tabs: { value: InspectTab; label: string; hint: string }[] = [
  { value: 'report', label: 'Report', hint: 'What it is, what it does, what is wrong with it' },
  { value: 'lattice', label: 'Lattice', hint: 'Its nodes in three dimensions' },
  { value: 'try', label: 'Try it', hint: 'On a plate, over exposure' },
  { value: 'compare', label: 'Against another', hint: 'Two LUTs side by side' },
  { value: 'learn', label: 'Learn from it', hint: 'As ordinary steps of a look' },
  { value: 'repair', label: 'Repair', hint: 'A new file, mended' },
];

/** One LUT: its headline, and what is looked at of it. */
export function OneLut({ row, rows }: { row: Row; rows: readonly Row[] }) {
  const tab = useInspectView((s) => s.tab);
  const report = reportOf(row);
  const name = row.file.path.split('/').pop();
  if (!report)
    return (
      <section aria-label="One LUT" className="p-5 text-[15px]">
        {row.known && 'error' in row.known ? (
          <p role="alert" className="text-ember">
            ▲ {row.known.error}
          </p>
        ) : (
          <p className="text-t2">Taking {name} apart …</p>
        )}
      </section>
    );
  return (
    <section aria-label="One LUT" className="min-h-0 min-w-0 flex flex-col">
      <header className="px-5 pt-3 pb-2 shrink-0">
        <h3 className="text-[15px] leading-snug" data-testid="headline">
          {report.headline}
        </h3>
        <p className="text-t3 text-[12px] truncate" {...tip(row.file.path)}>
          {row.file.path}
          {row.file.origin && `, ${row.file.origin}`}
        </p>
      </header>
      <div className="px-3 border-b border-g0 shrink-0">
        <Segments<InspectTab>
          label="Of this LUT"
          value={tab}
          options={tabs}
          onChange={(t) => setInspectView({ tab: t })}
        />
      </div>
      <div className="flex-1 min-h-0 min-w-0 scroll-quiet">
        <Suspense fallback={<p className="p-5 text-t3">Opening …</p>}>
          {tab === 'report' && <ReportView row={row} report={report} />}
          {tab === 'lattice' && <LatticeView row={row} />}
          {tab === 'try' && <TryView row={row} />}
          {tab === 'compare' && <CompareView row={row} rows={rows} report={report} />}
          {tab === 'learn' && <LearnView row={row} report={report} />}
          {tab === 'repair' && <RepairView row={row} rows={rows} report={report} />}
        </Suspense>
      </div>
    </section>
  );
}
