import type { ColourReport, SkinPair } from '@velvet-dusk/core/inspect/report/colours';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { swatchText } from './swatch.ts';
import { tip } from '../../ui/tip.ts';

/** Complexions down, exposures across; the left half of each is without the LUT, the right half through it. */
export function SkinView({ colours: { skin } }: { colours: ColourReport }) {
  const stops = [...new Set(skin.map((p) => p.stops))];
  const rows = [...new Set(skin.map((p) => p.complexion))];
  const at = (row: number, s: number): SkinPair => skin.find((p) => p.complexion === row && p.stops === s)!;
  return (
    <table className="text-[11.5px] w-full table-fixed" aria-label="Skin without the LUT and through it">
      <thead className="text-t3">
        <tr>
          {stops.map((s) => (
            <th key={s} className="font-normal text-left num">
              {s === 0 ? 'as lit' : `${signed(s, 0)} st`}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row}>
            {stops.map((s) => {
              const { before, after, turn, deltaE } = at(row, s);
              return (
                <td key={s} className="pr-2 pb-1">
                  <span className="flex h-[24px]" aria-hidden>
                    <span className="flex-1" style={{ background: swatchText(before) }} />
                    <span className="flex-1" style={{ background: swatchText(after) }} />
                  </span>
                  <span className="num text-t2" {...tip(`ΔE2000 ${deltaE.toFixed(1)}; + is toward yellow`)}>
                    {signed(turn, 0)}° <span className="text-t3">ΔE {deltaE.toFixed(1)}</span>
                  </span>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
