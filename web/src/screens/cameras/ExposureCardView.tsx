import { Select } from '../../ui/Select.tsx';
import { useMemo, useState } from 'react';
import {
  type CardSettings,
  type ExposureCard,
  exposureCard,
  type Levels3,
} from '@velvet-dusk/core/camera/exposureCard';
import { signed } from '@velvet-dusk/core/numeric/signed';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { basesOf } from '@velvet-dusk/core/camera/sensitivity';
import type { Rendering } from '@velvet-dusk/core/render/rendering';
import { useOpenProject } from '../../api/openProject.ts';
import { useSetSetting } from '../../api/settings.ts';
import { monitorOffsetField } from '../../bench/gauges/monitorOffset.ts';
import { useRendering } from '../../bench/useBench.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Segments } from '../../ui/Segments.tsx';

type Scale = 'percent' | 'code10' | 'code8';
const scales: { value: Scale; label: string; hint: string }[] = [
  { value: 'percent', label: '%', hint: 'Level between black and white' },
  { value: 'code10', label: '10 bit', hint: 'Code of 0–1023' },
  { value: 'code8', label: '8 bit', hint: 'Code of 0–255' },
];
const shown = (l: Levels3, scale: Scale) => l[scale].toFixed(scale === 'percent' ? 1 : 0);
const stops = (x: number) => signed(x, 1);

const axis = { low: -10, high: 9, left: 20, width: 840 };
const x = (s: number) =>
  axis.left + ((Math.min(Math.max(s, axis.low), axis.high) - axis.low) / (axis.high - axis.low)) * axis.width;

/** The card as a picture: what the sensor holds, where things land on it, and what post can still reach. */
function Strip({ card, settings }: { card: ExposureCard; settings: CardSettings }) {
  const bar = { y: 74, height: 34 };
  const { floorStops: floor, clipStops: clip, post } = card;
  const grey = settings.lightOffset;
  return (
    <svg
      viewBox="0 0 880 232"
      className="w-full"
      role="img"
      aria-label={`The sensor holds ${card.above.toFixed(1)} stops above and ${card.below.toFixed(1)} below mid-grey`}
    >
      <g className="num" fontSize={11}>
        {Array.from({ length: axis.high - axis.low + 1 }, (_, i) => axis.low + i).map((s) => (
          <g key={s}>
            <line
              x1={x(s)}
              x2={x(s)}
              y1={bar.y + bar.height}
              y2={bar.y + bar.height + 5}
              className="stroke-g5"
            />
            <text x={x(s)} y={bar.y + bar.height + 18} textAnchor="middle" className="fill-t3">
              {s > 0 ? `+${s}` : s < 0 ? `−${-s}` : 0}
            </text>
          </g>
        ))}
        <rect
          x={x(axis.low)}
          y={bar.y}
          width={axis.width}
          height={bar.height}
          className="fill-g0 stroke-g4"
        />
        {Array.from({ length: 44 }, (_, i) => {
          const [a, b] = [floor + ((clip - floor) * i) / 44, floor + ((clip - floor) * (i + 1)) / 44];
          const level = Math.round(18 + 220 * (i / 43) ** 1.4);
          return (
            <rect
              key={i}
              x={x(a)}
              y={bar.y + 1}
              width={x(b) - x(a) + 0.6}
              height={bar.height - 2}
              fill={`rgb(${level} ${level} ${level})`}
            />
          );
        })}
        <text x={x(floor) - 5} y={bar.y + 21} textAnchor="end" className="fill-t2">
          floor
        </text>
        <text x={x(clip) + 5} y={bar.y + 21} className="fill-t2">
          clip
        </text>
        {card.rows.map((row, i) => {
          const up = i % 2 === 0;
          const y = up ? 20 + (i % 4) * 12 : 152 + (i % 4) * 9;
          return (
            <g key={row.id}>
              <line
                x1={x(row.recordedStops)}
                x2={x(row.recordedStops)}
                y1={up ? y + 4 : bar.y}
                y2={up ? bar.y + bar.height : y - 10}
                className={row.id === 'grey' ? 'stroke-violet' : 'stroke-t2'}
                strokeWidth={row.id === 'grey' ? 2 : 1}
              />
              <text
                x={x(row.recordedStops)}
                y={y}
                textAnchor="middle"
                className={row.lost ? 'fill-ember' : 'fill-t1'}
              >
                {row.lost ? '▲ ' : ''}
                {row.label}
              </text>
            </g>
          );
        })}
        {post && (
          <g>
            <line
              x1={x(grey - post.down)}
              x2={x(grey + post.up)}
              y1={206}
              y2={206}
              className="stroke-violet"
              strokeWidth={3}
            />
            <text
              x={(x(grey - post.down) + x(grey + post.up)) / 2}
              y={224}
              textAnchor="middle"
              className="fill-t2"
            >
              post re-rates EI {post.from}–{post.to}: {stops(post.up)} to {stops(-post.down)} stops
            </text>
          </g>
        )}
      </g>
    </svg>
  );
}

function Table({ card, scale }: { card: ExposureCard; scale: Scale }) {
  return (
    <table className="w-full text-[12px]">
      <thead>
        <tr className="text-t3 text-left">
          {['', 'Recorded at', 'Recorded', 'Converted', 'On the monitor'].map((h, i) => (
            <th key={h} className={`font-normal pb-1 ${i > 0 ? 'text-right' : ''}`}>
              {h || <span className="sr-only">Object</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {card.rows.map((r) => (
          <tr key={r.id} className="border-t border-g3">
            <td className="py-1">
              {r.label}
              {r.lost && <span className="text-ember"> ▲ {r.lost}</span>}
            </td>
            <td className="num text-right text-t2">{stops(r.recordedStops)} st</td>
            <td className="num text-right">{shown(r.recorded, scale)}</td>
            <td className="num text-right">{shown(r.converted, scale)}</td>
            <td className="num text-right">{shown(r.monitored, scale)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const steps = [100, 200, 400, 640, 800, 1000, 1280, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 12800];

function useCard(profile: Profile, rendering: Rendering) {
  const bases = basesOf(profile);
  const { monitorOffsetStops: monitorOffset } = useOpenProject().practice;
  const [own, setOwn] = useState<{ sensitivity: number; lightOffset: number | null }>({
    sensitivity: bases[0]?.base ?? 800,
    lightOffset: null,
  });
  // Whoever exposes by a darker screen opens up by as much.
  const { sensitivity, lightOffset } = { ...own, lightOffset: own.lightOffset ?? monitorOffset };
  const settings = useMemo<CardSettings>(
    () => ({ sensitivity, lightOffset, monitorOffset }),
    [sensitivity, lightOffset, monitorOffset],
  );
  const card = useMemo(() => exposureCard(profile, rendering, settings), [profile, rendering, settings]);
  return {
    card,
    settings,
    set: (change: Partial<typeof own>) => setOwn((s) => ({ ...s, ...change })),
  };
}

/** Where grey, white and skin land at a setting, what is left above and below, and what post can still reach. */
export function ExposureCardView({ profile }: { profile: Profile }) {
  const rendering = useRendering();
  const { practice } = useOpenProject();
  const setPractice = useSetSetting('practice');
  const { card, settings, set } = useCard(profile, rendering);
  const [scale, setScale] = useState<Scale>('percent');
  const offset = { min: -6, max: 6, step: 0.1, rest: 0, digits: 1, unit: 'st', signed: true };
  const choices = [...new Set([...steps, ...basesOf(profile).map((b) => b.base), settings.sensitivity])].sort(
    (a, b) => a - b,
  );
  return (
    <section aria-label="Exposure card" className="print-sheet p-4 flex flex-col gap-3 max-w-[980px]">
      <div className="flex items-center gap-6 text-[12.5px] print-hide">
        <span className="flex items-center gap-2">
          <span className="text-t2">EI</span>
          <Select
            label="EI"
            value={String(settings.sensitivity)}
            options={choices.map((n) => ({ value: String(n), label: String(n) }))}
            className="num"
            onChange={(n) => set({ sensitivity: Number(n) })}
          />
        </span>
        <NumberField
          {...offset}
          label="Light over the meter"
          value={settings.lightOffset}
          rest={settings.monitorOffset}
          onChange={(v) => set({ lightOffset: v })}
        />
        <NumberField
          {...monitorOffsetField}
          value={settings.monitorOffset}
          onChange={(monitorOffsetStops) => setPractice.mutate({ ...practice, monitorOffsetStops })}
        />
        <span className="flex-1" />
        <Segments small label="Scale" value={scale} options={scales} onChange={(v: Scale) => setScale(v)} />
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <h3 className="text-[15px] font-semibold">
        {profile.name} at EI {settings.sensitivity}
        <span className="font-normal text-t2 text-[12.5px]">
          {'  '}
          {card.base ? `base ${card.base.base}` : 'no base stated'} · light {stops(settings.lightOffset)} st ·
          monitor {stops(-settings.monitorOffset)} st
        </span>
      </h3>
      <p className="text-[13px]">
        <span className="num text-[15px]">{card.above.toFixed(1)}</span> stops above mid-grey and{' '}
        <span className="num text-[15px]">{card.below.toFixed(1)}</span> below.
        {card.post && card.post.down >= 0 && card.post.up >= 0 && (
          <span className="text-t2">
            {' '}
            Post can pull {card.post.down.toFixed(1)} stops down and push {card.post.up.toFixed(1)} up without
            leaving this base.
          </span>
        )}
      </p>
      {setPractice.error && (
        <p role="alert" className="text-ember text-[12.5px]">
          ▲ {setPractice.error.message}
        </p>
      )}
      {card.warnings.length > 0 && (
        <ul className="text-ember text-[12.5px]" role="status">
          {card.warnings.map((w) => (
            <li key={w}>▲ {w}</li>
          ))}
        </ul>
      )}
      <Strip card={card} settings={settings} />
      <Table card={card} scale={scale} />
      <p className="text-t3 text-[11.5px]">
        Reflectances of skin from memory; the rest common practice. Converted through the look’s own
        rendering, without the look.
      </p>
    </section>
  );
}
