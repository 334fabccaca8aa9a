import type { Reading } from '@velvet-dusk/core/readings/reading';
import { useMeasured } from '../../state/measured.ts';
import { setView, useView } from '../../state/view.ts';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { useIsStale } from '../useIsStale.ts';
import { AcceptMiss } from './AcceptMiss.tsx';
import { tip } from '../../ui/tip.ts';

function ReadingCell({ reading, selected }: { reading: Reading; selected: boolean }) {
  return (
    <button
      type="button"
      aria-pressed={selected}
      aria-describedby={selected ? 'reading-detail' : undefined}
      {...tip(`Target ${reading.target}`)}
      className={`flex items-baseline gap-1.5 h-[19px] text-left text-[12px] whitespace-nowrap ${selected ? 'text-t1' : 'text-t2'} hover:text-t1`}
      onClick={() => setView({ readingId: selected ? null : reading.id })}
    >
      <VerdictMark verdict={reading.verdict} accepted={reading.accepted !== undefined} />
      <span className="truncate">{reading.label}</span>
      <span className="num ml-auto text-t1">{reading.text}</span>
    </button>
  );
}

/** Measured values against their bands; a click says what was measured, shows where, and proposes a change. */
export function Readings() {
  const readings = useMeasured((s) => s.analysis?.readings);
  const trouble = useMeasured((s) => s.trouble);
  const { readingId, view } = useView();
  const isStale = useIsStale();
  const chosen = readings?.find((r) => r.id === readingId);
  return (
    <section aria-label="Readings" className="border-y border-g0 px-3 py-1">
      <div className="flex items-baseline h-[20px]">
        <h2 className="sr-only">Readings</h2>
        <span className="flex-1 text-t3 text-[11.5px]" role="status">
          {isStale ? 'measuring this plate …' : 'readings of this plate'}
        </span>
        <button
          type="button"
          className="text-violet hover:underline text-[11.5px]"
          onClick={() => setView({ practiceOpen: true })}
        >
          Schools
        </button>
      </div>
      <div
        className={`grid grid-cols-2 gap-x-4 ${isStale ? 'opacity-35' : ''}`}
        data-testid="readings"
        aria-busy={isStale}
      >
        {readings?.map((r) => (
          <ReadingCell key={r.id} reading={r} selected={r.id === readingId} />
        ))}
      </div>
      {view === 'recorded' && (
        <p className="text-[11.5px] text-t3 pt-1">
          Readings are of the normalised picture; log itself is not judged.
        </p>
      )}
      {trouble && (
        <p role="alert" className="text-ember text-[12px] pt-1">
          ▲ {trouble}
        </p>
      )}
      {chosen && !isStale && (
        <div id="reading-detail" role="status" className="pt-1 text-[12px] text-t2">
          <VerdictMark verdict={chosen.verdict} accepted={chosen.accepted !== undefined} word />{' '}
          <span className="text-t1">{chosen.detail}</span> Target: {chosen.target}.{' '}
          {chosen.parts && (
            <span className="flex flex-wrap gap-x-3" role="list" aria-label={`${chosen.label}, part by part`}>
              {chosen.parts.map((part, i) => (
                <span
                  key={i}
                  role="listitem"
                  className="whitespace-nowrap"
                  {...tip(`Enough alone: ${part.target}`)}
                >
                  <VerdictMark verdict={part.verdict} /> {part.label}{' '}
                  <span className="num text-t1">{part.text}</span>
                </span>
              ))}
            </span>
          )}
          <AcceptMiss reading={chosen} />
        </div>
      )}
    </section>
  );
}
