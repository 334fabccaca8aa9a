import type { Proposal } from '@velvet-dusk/core/proposals/index';
import { acceptProposal } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { useCurrentPlate } from '../useBench.ts';

/** A computed change with its predicted result; accepting it is one undo step. */
interface ProposalCardProps {
  proposal: Proposal;
  /** Proposals that wait behind this one. */
  more: number;
  /** The reading it is for is open already, and has said what is wrong. */
  said: boolean;
}

export function ProposalCard({ proposal, more, said }: ProposalCardProps) {
  const current = useCurrentPlate();
  const soloId = useView((s) => s.soloId);
  if (!current) return null;
  const { look, exposure, problem, does, held, before, predicted, readingId } = proposal;
  return (
    <div
      className="px-3 py-1.5 border-t border-g0 bg-g2 text-[12px]"
      data-testid="proposal"
      role="group"
      aria-label="Proposal"
    >
      {!said && <p className="text-t2">{problem}</p>}
      {held.map((note) => (
        <p key={note} className="text-close">
          {note}
        </p>
      ))}
      <p className="flex items-baseline gap-2 flex-wrap">
        <span className="text-t1">{does}</span>
        <span className="num text-t2">
          {before} → {predicted.text}
        </span>
        <VerdictMark verdict={predicted.verdict} />
        <span className="flex-1" />
        <Button
          kind="text"
          disabled={soloId !== ''}
          title={soloId ? 'Only one step is shown; a proposal is for the whole look' : undefined}
          onClick={() => {
            acceptProposal(look, current.plate.id, exposure);
            setView({ readingId });
          }}
        >
          Accept
        </Button>
        {more > 0 && <span className="text-t3">{more} more, by reading</span>}
      </p>
    </div>
  );
}
