import type { FullReport } from '@velvet-dusk/core/inspect/report/report';

const list = (values: readonly number[]) => values.map((v) => v.toFixed(3)).join(' ');
const percent = (share: number) => `${(share * 100).toFixed(share < 0.01 ? 2 : 1)} %`;

/** The file by its numbers: what it is made of, its range, how finely it answers. */
export function NumbersView({ report: { file, precision } }: { report: FullReport }) {
  const rows: [string, string][] = [
    ['Made of', file.stages.join(', then ')],
    ['Title', file.title || 'none'],
    ['Domain', `${list(file.domainMin)} to ${list(file.domainMax)}`],
    ['Values', `${precision.low.toFixed(4)} to ${precision.high.toFixed(4)}`],
    ['Out of range', `${percent(precision.under)} under 0, ${percent(precision.over)} over 1`],
    [
      'Banding',
      precision.banding.map((b) => `${b.bits} bits: ${b.steps.toFixed(2)} steps of 255 a code`).join('; '),
    ],
    [
      'Smoothness',
      `second difference ${percent(precision.roughness.mean)} of its span in the mean, 99 % under ${percent(precision.roughness.p99)}`,
    ],
    ['Black, white', `${list(file.black)}; ${list(file.white)}`],
    [
      'Greys',
      `${file.neutralMonotone ? 'rise' : 'do not rise'} all along; channels part by ${file.neutralSpread.toFixed(3)} at most`,
    ],
  ];
  return (
    <>
      <dl className="grid grid-cols-[96px_1fr] gap-x-3 text-[12px]">
        {rows.map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="text-t3">{label}</dt>
            <dd className="num text-t2">{value}</dd>
          </div>
        ))}
      </dl>
      {file.comments.length > 0 && (
        <pre
          className="num text-t3 pt-1 whitespace-pre-wrap max-h-[120px] scroll-quiet"
          tabIndex={0}
          aria-label="Comments of the file"
        >
          {file.comments.slice(0, 40).join('\n')}
        </pre>
      )}
    </>
  );
}
