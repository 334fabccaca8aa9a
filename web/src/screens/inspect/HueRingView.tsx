import type { ColourReport } from '@velvet-dusk/core/inspect/report/colours';
import { signed } from '@velvet-dusk/core/numeric/signed';

const size = 250;
const half = size / 2;
/** Chroma of Oklab at the ring's edge. */
const edge = 0.17;
const at = ([a, b]: readonly [number, number]) => ({
  x: half + (a / edge) * (half - 10),
  y: half - (b / edge) * (half - 10),
});

const strokes = ['#6f6f6f', '#e6e6e6', '#b4a8ff'] as const;

/** Where hues go at three levels: arrows from the colour without the LUT to the colour through it, in Oklab. */
export function HueRingView({ colours }: { colours: ColourReport }) {
  const { rings, saturation, mostTurned, lightness, isColourOnly } = colours;
  return (
    <div className="text-[12px]">
      <svg
        viewBox={`0 0 ${size} ${size}`}
        width={size}
        height={size}
        role="img"
        aria-label={`Saturation ${saturation.toFixed(2)}; the hue at ${Math.round(mostTurned.hue)}° turns most, by ${signed(mostTurned.degrees, 0)}°`}
      >
        {[0.06, 0.12].map((r) => (
          <circle key={r} cx={half} cy={half} r={(r / edge) * (half - 10)} fill="none" stroke="#2b2b2b" />
        ))}
        <path d={`M${half} 4V${size - 4}M4 ${half}H${size - 4}`} stroke="#2b2b2b" />
        {rings.map((ring, i) =>
          ring.arrows.map(({ hue, from, to }) => {
            const [p, q] = [at(from), at(to)];
            return (
              <g key={`${ring.stops} ${hue}`} stroke={strokes[i]} strokeWidth={i === 1 ? 1.4 : 1}>
                <path d={`M${p.x} ${p.y}L${q.x} ${q.y}`} fill="none" />
                <circle
                  cx={q.x}
                  cy={q.y}
                  r={i === 1 ? 3 : 2.2}
                  fill={`oklch(70% 0.12 ${hue})`}
                  stroke="none"
                />
              </g>
            );
          }),
        )}
      </svg>
      <p className="flex gap-3 text-t3 text-[11.5px]">
        {rings.map((ring, i) => (
          <span key={ring.stops}>
            <span aria-hidden style={{ color: strokes[i] }}>
              ━
            </span>{' '}
            {signed(ring.stops, 1)} st
          </span>
        ))}
      </p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 pt-1">
        <dt className="text-t3">Saturation</dt>
        <dd className="num">× {saturation.toFixed(2)}</dd>
        <dt className="text-t3">Turns most</dt>
        <dd className="num">
          {Math.round(mostTurned.hue)}° by {signed(mostTurned.degrees, 0)}°
        </dd>
        <dt className="text-t3">Lightness</dt>
        <dd className="num">
          {lightness.toFixed(1)} L* in the mean{isColourOnly ? ': colour only' : ''}
        </dd>
      </dl>
    </div>
  );
}
