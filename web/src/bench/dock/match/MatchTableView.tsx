import { difference } from '@velvet-dusk/core/numeric/signed';
import { matchZones, type ZoneStatistics } from '@velvet-dusk/core/match/statistics';
import type { MatchTable } from '../../../workers/match.ts';
import { tip } from '../../../ui/tip.ts';

const columns: readonly { key: keyof ZoneStatistics; label: string; hint: string; scale: number }[] = [
  { key: 'share', label: 'share %', hint: 'Share of the picture', scale: 100 },
  { key: 'luminance', label: 'luma %', hint: 'Mean luma of the signal', scale: 1 },
  { key: 'warm', label: 'amber–blue', hint: 'Mean tint, hundredths of Oklab: amber +, blue −', scale: 1 },
  {
    key: 'green',
    label: 'green–mag.',
    hint: 'Mean tint, hundredths of Oklab: green +, magenta −',
    scale: 1,
  },
  { key: 'saturation', label: 'saturation', hint: 'Mean chroma, hundredths of Oklab', scale: 1 },
];

const number = (v: number) => `${v < -0.05 ? '−' : ''}${Math.abs(v).toFixed(1)}`;

/** Under this a difference is not worth a look, in the column's own unit. */
const small = 0.8;

function Cells({ plate, aim }: { plate: ZoneStatistics; aim: ZoneStatistics }) {
  return columns.map(({ key, scale }) => {
    const [p, r] = [plate[key] * scale, aim[key] * scale];
    const off = Math.abs(r - p) > small;
    return (
      <td key={key} className="num text-right whitespace-nowrap pl-3">
        <span className="text-t2">{number(p)}</span>{' '}
        <span className={off ? 'text-t1' : 'text-t3'}>{difference(r - p, 1)}</span>
      </td>
    );
  });
}

/** Five zones, the plate and what it lacks to its aim; then the ends, contrast and saturation of the whole. */
export function MatchTableView({ table }: { table: MatchTable }) {
  const whole = [
    ['black', table.plate.black, table.aim.black],
    ['white', table.plate.white, table.aim.white],
    ['contrast', table.plate.contrast, table.aim.contrast],
    ['saturation', table.plate.saturation, table.aim.saturation],
  ] as const;
  return (
    <div className="text-[11.5px]">
      <table className="w-full">
        <thead>
          <tr className="text-t3">
            <th scope="col" className="font-normal text-left">
              Zone
            </th>
            {columns.map((c) => (
              <th
                key={c.key}
                scope="col"
                {...tip(c.hint)}
                className="font-normal text-right pl-3 whitespace-nowrap"
              >
                {c.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {matchZones.map(({ id, label }, i) => (
            <tr key={id}>
              <th scope="row" className="font-normal text-left text-t2">
                {label}
              </th>
              <Cells plate={table.plate.zones[i]} aim={table.aim.zones[i]} />
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex gap-3 pt-1 text-t3 whitespace-nowrap">
        {whole.map(([name, p, r]) => (
          <span key={name}>
            {name}{' '}
            <span className="num">
              {number(p)} {difference(r - p, 1)}
            </span>
          </span>
        ))}
      </p>
    </div>
  );
}
