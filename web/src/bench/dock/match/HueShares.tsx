import { hueBands, type PictureStatistics } from '@velvet-dusk/core/match/statistics';
import { useSize } from '../../../ui/useSize.ts';
import { hueColour } from '../plot/plateAxes.ts';

const [top, foot] = [4, 13];
const ticks = [0, 60, 120, 180, 240, 300, 360];
const height = 54;

/** Where the colour of both pictures lies, by hue: the plate as bars, its aim as a line over them. */
export function HueShares({ plate, aim }: { plate: PictureStatistics; aim: PictureStatistics }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const most = Math.max(...plate.hues, ...aim.hues, 1e-6);
  const wide = width / hueBands;
  const y = (share: number) => top + (height - top - foot) * (1 - share / most);
  const line = Array.from(aim.hues, (v, i) => `${i ? 'L' : 'M'}${i * wide} ${y(v)}H${(i + 1) * wide}`).join(
    '',
  );
  return (
    <div ref={ref} className="pt-1">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Share of colour by hue: the plate most at ${peak(plate.hues)}°, its aim at ${peak(aim.hues)}°`}
      >
        {Array.from(plate.hues, (v, i) => (
          <rect
            key={i}
            x={i * wide}
            y={y(v)}
            width={Math.max(wide - 1, 0)}
            height={height - foot - y(v)}
            fill={hueColour((i + 0.5) * (360 / hueBands))}
            opacity={0.6}
          />
        ))}
        <path d={line} fill="none" className="stroke-t1" strokeWidth={1.2} />
        {ticks.map((hue) => (
          <text
            key={hue}
            x={Math.min(Math.max((hue / 360) * width, 4), width - 10)}
            y={height - 2}
            textAnchor="middle"
            fontSize={10}
            className="fill-t3 num"
          >
            {hue}
          </text>
        ))}
      </svg>
    </div>
  );
}

/** The middle of the fullest band, degrees. */
const peak = (shares: Float64Array) => (shares.indexOf(Math.max(...shares)) + 0.5) * (360 / hueBands);
