import { swatchText } from './swatch.ts';
import type { Fault } from '@velvet-dusk/core/inspect/faults/fault';
import type { FullReport } from '@velvet-dusk/core/inspect/report/report';

/** The worst spot as colours: along each axis through it, what comes out beside it. Faults without a place show greys. */
export function FaultSpot({ fault, report }: { fault: Fault; report: FullReport }) {
  const around = report.spots[fault.id];
  if (!around) return <span className="w-[84px]" />;
  return (
    <div
      role="img"
      aria-label={fault.at ? 'Colours that come out around the worst spot' : 'Greys that come out'}
      className="grid w-[84px] self-start"
    >
      {around.map((line, i) => (
        <span key={i} className="flex h-4">
          {line.map((colour, k) => (
            <span key={k} className="flex-1" style={{ background: swatchText(colour) }} />
          ))}
        </span>
      ))}
    </div>
  );
}
