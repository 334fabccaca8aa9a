import { useQuery } from '@tanstack/react-query';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { judge } from '../../../workers/index.ts';
import type { ChartOrder } from '../../../workers/match.ts';
import { PatchTable } from './PatchTable.tsx';

interface PatchesViewProps {
  plate: ChartOrder;
  aim: ChartOrder;
  look: ShownLook;
}

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
      <PatchTable rows={data} of="Patch" />
    </>
  );
}
