import { difference } from '@velvet-dusk/core/numeric/signed';
import { matchZones, type ZoneStatistics } from '@velvet-dusk/core/match/statistics';
import type { MatchPart } from '@velvet-dusk/core/match/unknowns';
import type { MatchTable } from '../../../workers/match.ts';
import { Button } from '../../../ui/Button.tsx';
import { tip } from '../../../ui/tip.ts';

type ZoneId = (typeof matchZones)[number]['id'];

interface Column {
  key: keyof ZoneStatistics;
  label: string;
  hint: string;
  scale: number;
  /** The difference that a cell of it stands for, where it can be taken by itself. */
  part?(zone: ZoneId): MatchPart;
}

const columns: readonly Column[] = [
  { key: 'share', label: 'share %', hint: 'Share of the picture', scale: 100 },
  {
    key: 'luminance',
    label: 'luma %',
    hint: 'Mean luma of the signal',
    scale: 1,
    part: (zone) => `${zone} luminance`,
  },
  {
    key: 'warm',
    label: 'amber–blue',
    hint: 'Mean tint, hundredths of Oklab: amber +, blue −',
    scale: 1,
    part: (zone) => `${zone} warm`,
  },
  {
    key: 'green',
    label: 'green–mag.',
    hint: 'Mean tint, hundredths of Oklab: green +, magenta −',
    scale: 1,
    part: (zone) => `${zone} green`,
  },
  { key: 'saturation', label: 'saturation', hint: 'Mean chroma, hundredths of Oklab', scale: 1 },
];

const number = (v: number) => `${v < -0.05 ? '−' : ''}${Math.abs(v).toFixed(1)}`;

/** Under this a difference is not worth a look, in the column's own unit. */
const small = 0.8;

interface ChoosingProps {
  /** Differences that are taken by themselves. */
  only: readonly MatchPart[];
  onChoose(only: readonly MatchPart[]): void;
}

/** A difference; one that can be taken by itself is chosen by a click. */
function Figure({
  name,
  part,
  own,
  off,
  isLarge,
  only,
  onChoose,
}: ChoosingProps & {
  name: string;
  part: MatchPart | undefined;
  own: number;
  off: number;
  isLarge: boolean;
}) {
  const figures = (
    <>
      <span className="text-t2">{number(own)}</span>{' '}
      <span className={isLarge ? 'text-t1' : 'text-t3'}>{difference(off, 1)}</span>
    </>
  );
  if (!part) return figures;
  const isChosen = only.includes(part);
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`Take ${name} only: ${difference(off, 1)}`}
      className={`px-0.5 -mr-0.5 rounded-sm border ${isChosen ? 'border-violet bg-g3' : 'border-transparent hover:border-g5'}`}
      onClick={() => onChoose(isChosen ? only.filter((p) => p !== part) : [...only, part])}
    >
      {figures}
    </button>
  );
}

/** Five zones, the plate and what it lacks to its aim; then the ends, contrast and saturation of the whole. */
export function MatchTableView({ table, ...choosing }: { table: MatchTable } & ChoosingProps) {
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
                className="font-normal text-right pl-1 whitespace-nowrap"
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
              {columns.map(({ key, scale, label: side, part }) => {
                const [own, aim] = [table.plate.zones[i], table.aim.zones[i]].map((z) => z[key] * scale);
                return (
                  <td key={key} className="num text-right whitespace-nowrap pl-1">
                    <Figure
                      {...choosing}
                      name={`${label}, ${side}`}
                      part={part?.(id)}
                      own={own}
                      off={aim - own}
                      isLarge={Math.abs(aim - own) > small}
                    />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex flex-wrap items-baseline gap-x-2 pt-1 text-t3 whitespace-nowrap">
        {whole.map(([name, own, aim]) => (
          <span key={name}>
            {name}{' '}
            <span className="num">
              <Figure {...choosing} name={name} part={name} own={own} off={aim - own} isLarge={false} />
            </span>
          </span>
        ))}
        {choosing.only.length > 0 && (
          <Button kind="text" className="!text-[11.5px]" onClick={() => choosing.onChoose([])}>
            Take all
          </Button>
        )}
      </p>
    </div>
  );
}
