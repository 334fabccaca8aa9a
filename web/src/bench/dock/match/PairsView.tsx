import { useQuery } from '@tanstack/react-query';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { judge } from '../../../workers/index.ts';
import type { MatchAim, PairsOrder } from '../../../workers/match.ts';
import type { PlateOrder } from '../../../workers/develop.ts';
import { PatchTable } from './PatchTable.tsx';

interface PairsViewProps {
  plate: PlateOrder;
  aim: MatchAim;
  pairs: PairsOrder;
  look: ShownLook;
}

const about =
  'Mark the same things on both pictures, as skin, neutrals or objects: on the bench with Mark, on the reference at Plates. ' +
  'Those of one kind belong together by their names, a boot with the boot; without names, in the order they were marked.';

/** Things that are marked on the plate and on its aim: the difference of each in words and numbers. */
export function PairsView({ plate, aim, pairs, look }: PairsViewProps) {
  const { data, error } = useQuery({
    queryKey: ['pairs', plate, aim, pairs, look.steps, look.strength, look.colourOnly, look.rendering],
    queryFn: () => judge.matchPairs({ plate, aim, pairs, look }),
    placeholderData: (before) => before,
    retry: false,
    enabled: pairs.pairs.length > 0,
  });
  if (pairs.pairs.length === 0) return <p className="text-t2 max-w-[62ch]">{about}</p>;
  if (error) return <p role="alert">▲ {error.message}</p>;
  if (data === undefined) return <p className="text-t3">Reading the pairs …</p>;
  const mean = data.reduce((sum, p) => sum + p.deltaE, 0) / data.length;
  return (
    <>
      <p className="text-t2">
        ΔE2000 <span className="num text-t1">{mean.toFixed(1)}</span> on the mean
      </p>
      <ul aria-label="Pairs in words" className="text-t1 pb-1">
        {data.map((p) => (
          <li key={p.name}>{p.says}</li>
        ))}
      </ul>
      <PatchTable rows={data} of="Pair" />
    </>
  );
}
