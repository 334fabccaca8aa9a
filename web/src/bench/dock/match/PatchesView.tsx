import { useQuery } from '@tanstack/react-query';
import { difference } from '@velvet-dusk/core/numeric/signed';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import type { PatchDifference } from '@velvet-dusk/core/match/patches';
import { judge } from '../../../workers/index.ts';
import type { ChartOrder } from '../../../workers/match.ts';

interface PatchesViewProps {
  plate: ChartOrder;
  aim: ChartOrder;
  look: ShownLook;
}

const colour = (code: PatchDifference['plate']) =>
  `rgb(${code.map((v) => Math.round(Math.min(Math.max(v, 0), 1) * 255)).join(' ')})`;

/** The same chart on two plates, patch by patch, the furthest apart first. */
export function PatchesView({ plate, aim, look }: PatchesViewProps) {
  const { data, error } = useQuery({
    queryKey: ['patches', plate, aim, look.steps, look.strength, look.colourOnly, look.rendering],
    queryFn: () => judge.matchPatches({ plate, aim, look }),
    placeholderData: (before) => before,
    retry: false,
  });
  if (error) return <p role="alert">▲ {error.message}</p>;
  if (data === undefined) return <p className="text-t3">Reading the charts …</p>;
  if (data === null)
    return (
      <p className="text-t2">
        The charts hold different numbers of patches: mark the same chart on both plates.
      </p>
    );
  const mean = data.reduce((sum, p) => sum + p.deltaE, 0) / data.length;
  return (
    <>
      <p className="text-t2">
        {data.length} patches, ΔE2000 <span className="num text-t1">{mean.toFixed(1)}</span> on the mean,{' '}
        <span className="num text-t1">{data[0].deltaE.toFixed(1)}</span> at most ({data[0].name})
      </p>
      <table className="w-full text-[11.5px]">
        <thead>
          <tr className="text-t3">
            <th scope="col" className="font-normal text-left">
              Patch, here and there
            </th>
            {['ΔE', 'lightness', 'chroma', 'hue °'].map((h) => (
              <th key={h} scope="col" className="font-normal text-right">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.map((p) => (
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
    </>
  );
}
