import type { Trial } from '@velvet-dusk/core/trial/document';
import { type Endurance, type EnduranceKind, enduranceSearch } from '@velvet-dusk/core/trial/endurance';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { enduranceWords, limitText } from '@velvet-dusk/core/trial/words';
import { useOpenProject } from '../../api/openProject.ts';
import { tip } from '../../ui/tip.ts';

export const enduranceWidth = 232;
const height = 62;
const barAt = 24;

/** Ends of a bar's scale: those of the columns where they are of its kind, else a range that is usual. */
function scaleOf({ columns }: Trial, kind: EnduranceKind): { low: number; high: number } {
  const of = kind === 'exposure' ? 'exposure' : 'warmth';
  const numbers = columns.axis === of ? columns.values.map(Number) : [];
  if (numbers.length > 1) return { low: Math.min(...numbers), high: Math.max(...numbers) };
  return kind === 'exposure' ? { low: -3, high: 3 } : { low: -100, high: 100 };
}

/** The range over which a row holds, on the scale of the columns, with what stops it at each end. */
export function RowEndurance({
  trial,
  found,
}: {
  trial: Trial;
  found: Partial<Record<EnduranceKind, Endurance>> | undefined;
}) {
  const { practice } = useOpenProject();
  const kind: EnduranceKind = trial.columns.axis === 'warmth' ? 'balance' : 'exposure';
  const range = found?.[kind];
  const scale = scaleOf(trial, kind);
  const inner = enduranceWidth - 24;
  const x = (value: number) =>
    12 + Math.min(Math.max((value - scale.low) / (scale.high - scale.low), 0), 1) * inner;
  if (!range)
    return (
      <div style={{ width: enduranceWidth }} className="pl-6 pt-4 text-t3 text-[11.5px]">
        measuring …
      </div>
    );
  const said = enduranceWords(kind, range, practice);
  const { ends } = enduranceSearch[kind];
  const holds = range.atRest.length === 0;
  const other = found?.[kind === 'exposure' ? 'balance' : 'exposure'];
  const label = (side: 'low' | 'high') => {
    const { at, fails } = range[side];
    return {
      value: at === ends[side] ? `${limitText(kind, at)} or more` : limitText(kind, at),
      why: fails[0] ? trialReadingLabel(fails[0].id) : '',
    };
  };
  const near = holds && x(range.high.at) - x(range.low.at) < 100;
  return (
    <div style={{ width: enduranceWidth }} className="ml-6 shrink-0" {...tip(said)}>
      <svg
        role="img"
        data-whole={found?.exposure !== undefined && found.balance !== undefined}
        aria-label={said}
        width={enduranceWidth}
        height={height}
        className="block overflow-visible"
      >
        <line x1={12} x2={12 + inner} y1={barAt} y2={barAt} className="stroke-g4" />
        <line x1={x(0)} x2={x(0)} y1={barAt - 8} y2={barAt + 8} className="stroke-g5" />
        {holds ? (
          <>
            <rect
              x={x(range.low.at)}
              width={Math.max(x(range.high.at) - x(range.low.at), 2)}
              y={barAt - 2.5}
              height={5}
              className="fill-violet"
            />
            {(['low', 'high'] as const).map((side) => {
              const { value, why } = label(side);
              const anchor = near ? (side === 'low' ? 'end' : 'start') : side === 'low' ? 'start' : 'end';
              const at = x(range[side].at);
              const held = near
                ? Math.min(Math.max(at, side === 'low' ? 70 : 0), side === 'low' ? 999 : 12 + inner - 58)
                : at;
              return (
                <g key={side} textAnchor={anchor}>
                  <text x={held} y={barAt - 9} className="fill-t1 num">
                    {value}
                  </text>
                  <text x={held} y={barAt + 18} className="fill-t3 text-[11px]">
                    {why}
                  </text>
                </g>
              );
            })}
          </>
        ) : (
          <text x={12} y={barAt - 9} className="fill-ember text-[11.5px]">
            ▲ {trialReadingLabel(range.atRest[0].id)} fails as it was shot
          </text>
        )}
        {other && kind === 'exposure' && holds && (
          <text x={12} y={barAt + 36} className="fill-t3 text-[11px]">
            {other.atRest.length === 0
              ? `light ${limitText('balance', other.low.at)} to ${limitText('balance', other.high.at)} mired`
              : ''}
          </text>
        )}
      </svg>
    </div>
  );
}
