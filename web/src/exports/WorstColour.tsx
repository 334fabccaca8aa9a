import type { WorstColour as Worst } from '@velvet-dusk/core/order/proof';
import { signed } from '@velvet-dusk/core/numeric/signed';

type Triple = readonly [number, number, number];

const percent = (t: Triple) => t.map((v) => (v * 100).toFixed(1).padStart(5)).join(' ');
const stops = (t: Triple) => t.map((s) => signed(s, 1)).join(' ');
const swatch = (t: Triple) => `rgb(${t.map((v) => Math.round(Math.min(Math.max(v, 0), 1) * 255)).join(' ')})`;

/**
 * A colour as the recipe and as the cube give it, side by side, with where it lies. The halves are drawn with the codes as they
 * are: it is their difference that is looked at.
 */
export function WorstColour({ worst }: { worst: Worst }) {
  const rows: [string, Triple][] = [
    ['Recipe', worst.exact],
    ['Cube', worst.baked],
  ];
  return (
    <div className="grid grid-cols-[auto_1fr] gap-x-4 items-center">
      <div className="flex" role="img" aria-label="The worst colour as the recipe and as the cube give it">
        {rows.map(([name, colour]) => (
          <span key={name} className="size-[52px]" style={{ background: swatch(colour) }} />
        ))}
      </div>
      <dl className="grid grid-cols-[70px_1fr] num text-t2">
        <dt className="text-t3">Lies at</dt>
        <dd>
          {stops(worst.stops)} st of R G B, code {percent(worst.input)} %
        </dd>
        {rows.map(([name, colour]) => (
          <div key={name} className="contents">
            <dt className="text-t3">{name}</dt>
            <dd>{percent(colour)} %</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
