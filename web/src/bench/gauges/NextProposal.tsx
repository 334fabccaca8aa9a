import { useMeasured } from '../../state/measured.ts';
import { useView } from '../../state/view.ts';
import { useIsStale } from '../useIsStale.ts';
import { ProposalCard } from './ProposalCard.tsx';
import { useTriedOnAll } from './useTriedOnAll.ts';

/**
 * The proposal that mends the chosen reading, or the first of all. It stands below the recipe, so that nothing moves under
 * the hand when it comes.
 */
export function NextProposal() {
  const proposals = useMeasured((s) => s.proposals);
  const readings = useMeasured((s) => s.analysis?.readings);
  const { readingId, view } = useView();
  const isStale = useIsStale();
  const tried = useTriedOnAll(proposals);
  if (view !== 'look' || isStale || !readings) return null;
  const chosen = readings.find((r) => r.id === readingId);
  const fits = chosen ? proposals?.filter((p) => p.readingId === chosen.id) : proposals;
  const words = !proposals
    ? 'Working out proposals …'
    : 'No single change of the shot or the look mends this one.';
  if (fits && fits.length > 0)
    return (
      <ProposalCard
        proposal={fits[0]}
        more={chosen ? 0 : fits.length - 1}
        said={chosen !== undefined}
        tried={tried}
      />
    );
  // Only who asks about a reading is told that there is none.
  if (!chosen || chosen.miss === 0) return null;
  return <p className="text-[12px] text-t2 px-3 py-1.5 border-t border-g0">{words}</p>;
}
