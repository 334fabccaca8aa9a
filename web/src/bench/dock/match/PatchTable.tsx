import { difference } from '@velvet-dusk/core/numeric/signed';
import type { PatchDifference } from '@velvet-dusk/core/match/patches';

const colour = (code: PatchDifference['plate']) =>
  `rgb(${code.map((v) => Math.round(Math.min(Math.max(v, 0), 1) * 255)).join(' ')})`;

/** Places that are on two pictures, and how far apart they are shown. @param of what a row is. */
export const PatchTable = ({ rows, of }: { rows: readonly PatchDifference[]; of: string }) => (
  <table className="w-full text-[11.5px]">
    <thead>
      <tr className="text-t3">
        <th scope="col" className="font-normal text-left">
          {of}, here and there
        </th>
        {['ΔE', 'lightness', 'chroma', 'hue °'].map((h) => (
          <th key={h} scope="col" className="font-normal text-right">
            {h}
          </th>
        ))}
      </tr>
    </thead>
    <tbody>
      {rows.map((p) => (
        <tr key={p.name}>
          <th scope="row" className="font-normal text-left text-t2">
            <span aria-hidden className="inline-flex mr-2 align-middle">
              <span className="w-4 h-3" style={{ background: colour(p.plate) }} />
              <span className="w-4 h-3" style={{ background: colour(p.aim) }} />
            </span>
            {p.name}
          </th>
          <td className="num text-right text-t1">{p.deltaE.toFixed(1)}</td>
          <td className="num text-right text-t2">{difference(p.lightness, 1)}</td>
          <td className="num text-right text-t2">{difference(p.chroma, 1)}</td>
          <td className="num text-right text-t2">{p.hue === 0 ? '·' : difference(p.hue, 0)}</td>
        </tr>
      ))}
    </tbody>
  </table>
);
