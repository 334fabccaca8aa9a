import { chromaOf } from '@velvet-dusk/core/colour/ycbcr';
import { blackBands, type PracticeSettings, whiteBands } from '@velvet-dusk/core/readings/practice';
import { lightLevel, lightMarks } from '@velvet-dusk/core/scopes/light';
import type { ReferenceLight } from '@velvet-dusk/core/render/outputs/output';
import { skinLineEnd } from '../../scopes/paint.ts';
import type { LevelScale } from '../../state/view.ts';
import type { Analysis } from '../../workers/analysis.ts';

const top: Record<LevelScale, number> = { '%': 100, '10b': 1023, '8b': 255 };
const levels = [0, 0.25, 0.5, 0.75, 1];

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export function LevelLines({
  box,
  waveform,
  scale,
}: {
  box: Box;
  waveform: Analysis['waveform'];
  scale: LevelScale;
}) {
  const y = (level: number) =>
    box.y + box.height * (1 - (level - waveform.low) / (waveform.high - waveform.low));
  return levels.map((l) => (
    <g key={l}>
      <line
        x1={box.x}
        x2={box.x + box.width}
        y1={y(l)}
        y2={y(l)}
        stroke="#ffffff"
        opacity={l % 1 ? 0.1 : 0.25}
      />
      <text x={box.x - 5} y={y(l) + 3.5} textAnchor="end" fontSize={10.5} className="num fill-t3">
        {Math.round(l * top[scale])}
      </text>
    </g>
  ));
}

/** Light of an HDR display, cd/m²; grey and white are told by a stronger line. */
export function LightLines({
  box,
  waveform,
  reference,
}: {
  box: Box;
  waveform: Analysis['waveform'];
  reference: ReferenceLight;
}) {
  const y = (light: number) =>
    box.y + box.height * (1 - (lightLevel(light) - waveform.low) / (waveform.high - waveform.low));
  return lightMarks(reference).map((light) => (
    <g key={light}>
      <line
        x1={box.x}
        x2={box.x + box.width}
        y1={y(light)}
        y2={y(light)}
        stroke="#ffffff"
        opacity={light === reference.white || light === reference.grey ? 0.3 : 0.1}
      />
      <text x={box.x - 5} y={y(light) + 3.5} textAnchor="end" fontSize={10.5} className="num fill-t3">
        {Math.round(light)}
      </text>
    </g>
  ));
}

/** The six full colours at 75 %, as small open squares in their own hue. */
const marks = [1, 3, 2, 6, 4, 5].map((bits) => {
  const [r, g, b] = [bits & 1, (bits >> 1) & 1, (bits >> 2) & 1].map((v) => v * 0.75);
  return { chroma: chromaOf(r, g, b), colour: `rgb(${[r, g, b].map((v) => v * 255).join(' ')})` };
});

export function VectorLines({ box }: { box: Box }) {
  const [cx, cy, r] = [box.x + box.width / 2, box.y + box.height / 2, box.width / 2];
  const [sx, sy] = skinLineEnd(r);
  return (
    <g>
      <circle cx={cx} cy={cy} r={r - 0.5} fill="none" stroke="#ffffff" opacity={0.2} />
      <path d={`M${cx - r} ${cy}H${cx + r}M${cx} ${cy - r}V${cy + r}`} stroke="#ffffff" opacity={0.1} />
      <line x1={cx} y1={cy} x2={cx + sx} y2={cy + sy} stroke="#ffffff" opacity={0.55} />
      <text x={cx + sx - 6} y={cy + sy + 10} textAnchor="end" fontSize={10.5} className="fill-t2">
        skin
      </text>
      {marks.map(({ chroma: [cb, cr], colour }) => (
        <rect
          key={colour}
          x={cx + cb * 2 * r - 3}
          y={cy - cr * 2 * r - 3}
          width={6}
          height={6}
          fill="none"
          stroke={colour}
        />
      ))}
    </g>
  );
}

export function StopLines({ box, histogram: { low, high } }: { box: Box; histogram: Analysis['histogram'] }) {
  const x = (stops: number) => box.x + (box.width * (stops - low)) / (high - low);
  return Array.from({ length: (high - low) / 2 + 1 }, (_, i) => low + 2 * i).map((st) => (
    <g key={st}>
      <line
        x1={x(st)}
        x2={x(st)}
        y1={box.y}
        y2={box.y + box.height}
        stroke="#ffffff"
        opacity={st ? 0.08 : 0.3}
      />
      <text x={x(st)} y={box.y + box.height + 11} textAnchor="middle" fontSize={10.5} className="num fill-t3">
        {st > 0 ? `+${st}` : st < 0 ? `−${-st}` : 0}
      </text>
    </g>
  ));
}

/** Where the project's schools want the ends of the picture and its skin, as brackets at the right edge. */
export function TargetBands({
  box,
  waveform,
  practice,
}: {
  box: Box;
  waveform: Analysis['waveform'];
  practice: PracticeSettings;
}) {
  const y = (percent: number) =>
    box.y + box.height * (1 - (percent / 100 - waveform.low) / (waveform.high - waveform.low));
  const black = blackBands[practice.blackPoint];
  const white = whiteBands[practice.whites];
  const bands = [
    { name: 'black', low: black.low, high: black.high },
    { name: 'skin', low: practice.skinLevel - 15, high: practice.skinLevel + 15 },
    { name: 'white', low: white.low, high: white.high },
  ];
  const right = box.x + box.width;
  return bands.map(({ name, low, high }) => (
    <g key={name}>
      <path
        d={`M${right + 2} ${y(high)}H${right + 6}V${y(low)}H${right + 2}`}
        fill="none"
        className="stroke-violet"
        opacity={0.9}
      />
      <rect
        x={box.x}
        width={box.width}
        y={y(high)}
        height={Math.max(y(low) - y(high), 1)}
        className="fill-violet"
        opacity={0.07}
      />
      <title>{`${name}: ${low}–${high} %`}</title>
    </g>
  ));
}
