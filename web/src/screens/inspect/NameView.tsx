import { useMemo } from 'react';
import { decodeName, nameDoubts } from '@velvet-dusk/core/inspect/fileName';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';
import { useInspectSetting } from './reports.ts';
import type { Row } from './tableColumns.ts';

/** A file's name taken apart, and what of it the file does not bear out. */
export function NameView({ row, report }: { row: Row; report: FullReport }) {
  const { profiles, looks } = useInspectSetting();
  const name = useMemo(
    () => decodeName(row.file.path, { profiles, looks: looks.map((l) => l.document) }),
    [row.file.path, profiles, looks],
  );
  const { readings, chosen } = report.identity;
  const top = readings[chosen];
  const doubts = nameDoubts(name, {
    size: report.file.size,
    role: top?.role ?? null,
    profile: top?.inputProfile ?? null,
    share: top?.share ?? 0,
  });
  return (
    <div className="text-[12.5px]">
      <dl className="flex flex-wrap gap-x-4 gap-y-1">
        {name.tokens.map(({ text, tells, meaning }, i) => (
          <div key={i} className="border-l border-g4 pl-2">
            <dt className="num text-t1">{text}</dt>
            <dd className={tells ? 'text-t2' : 'text-t3'}>{tells ? `${tells}: ${meaning}` : meaning}</dd>
          </div>
        ))}
      </dl>
      {doubts.map((d) => (
        <p key={d} className="text-ember pt-1">
          ▲ {d}
        </p>
      ))}
    </div>
  );
}
