import type { Profile } from '@velvet-dusk/core/camera/profile';
import { railStops, type StopHistogram } from '@velvet-dusk/core/scopes/stopHistogram';
import type { RailScale } from './railScale.ts';

const levels = [0, 25, 50, 75, 100];
const stops = Array.from({ length: railStops.high - railStops.low + 1 }, (_, i) => railStops.low + i);
const text = { fontSize: 10.5, className: 'fill-t3 num' };

/** Behind the tone curve: the plate's histogram in stops, the camera's floor and clip, the scales. */
export function Backdrop({
  s,
  profile,
  histogram,
}: {
  s: RailScale;
  profile: Profile;
  histogram: StopHistogram | null;
}) {
  const { floorStops, clipStops } = profile.sensor;
  const [left, right, top, bottom] = [s.x(railStops.low), s.x(railStops.high), s.y(100), s.bottom];
  const floor = s.x(Math.max(floorStops, railStops.low));
  const clip = s.x(Math.min(clipStops, railStops.high));
  return (
    <g aria-hidden>
      {histogram && <path d={histogramPath(histogram, s)} className="fill-[#383838]" />}
      {floor > left && (
        <rect x={left} y={top} width={floor - left} height={bottom - top} className="fill-g1" opacity={0.8} />
      )}
      {clip < right && (
        <rect x={clip} y={top} width={right - clip} height={bottom - top} className="fill-g1" opacity={0.8} />
      )}
      {levels.map((p) => (
        <g key={p}>
          <line x1={left} x2={right} y1={s.y(p)} y2={s.y(p)} className="stroke-[#2e2e2e]" />
          <text {...text} x={left - 6} y={s.y(p) + 3.5} textAnchor="end">
            {p}
          </text>
        </g>
      ))}
      {stops.map((st) => (
        <g key={st}>
          <line x1={s.x(st)} x2={s.x(st)} y1={bottom} y2={bottom + (st ? 3 : 6)} className="stroke-g5" />
          <text {...text} x={s.x(st)} y={bottom + 15} textAnchor="middle">
            {st > 0 ? `+${st}` : st < 0 ? `−${-st}` : '0'}
          </text>
        </g>
      ))}
      {floor - left > 30 && (
        <text {...text} x={floor - 5} y={top + 11} textAnchor="end">
          floor
        </text>
      )}
      <text
        {...text}
        x={clip < right ? clip + 4 : right - 4}
        y={bottom - 6}
        textAnchor={clip < right ? 'start' : 'end'}
      >
        clip{clip < right ? '' : ` +${clipStops}`}
      </text>
    </g>
  );
}

function histogramPath({ shares, low, high }: StopHistogram, s: RailScale): string {
  const top = Math.max(...shares) || 1;
  const width = (high - low) / shares.length;
  const room = (s.bottom - s.y(100)) * 0.62;
  let d = `M${s.x(low)} ${s.bottom}`;
  shares.forEach((share, i) => {
    // The root keeps thin highlights in sight beside a large dark area.
    const y = s.bottom - room * Math.sqrt(share / top);
    d += `L${s.x(low + i * width).toFixed(1)} ${y.toFixed(1)}L${s.x(low + (i + 1) * width).toFixed(1)} ${y.toFixed(1)}`;
  });
  return `${d}L${s.x(high)} ${s.bottom}Z`;
}
