import type { Offer, Proposal } from '@velvet-dusk/core/proposals/index';
import { lanes } from '@velvet-dusk/core/proposals/remedy';
import { acceptOffer, useDocument } from '../../state/document.ts';
import { setMeasured } from '../../state/measured.ts';
import { setView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { type CurrentPlate, useCurrentPlate, useShowsPart } from '../useBench.ts';
import { effectWords } from './effectWords.ts';
import type { Tried } from './useTriedOnAll.ts';
import { tip } from '../../ui/tip.ts';

interface OfferRowProps {
  offer: Offer;
  proposal: Proposal;
  plate: CurrentPlate['plate'];
}

/** A change in one lane: what it does here and to other plates; accepting it is one undo step. */
function OfferRow({ offer, proposal, plate }: OfferRowProps) {
  const partly = useShowsPart();
  const { lane, does, held, cautions, predicted, effect } = offer;
  const { label, about } = lanes[lane];
  const says = [effectWords(offer), ...held, ...cautions].filter((text) => text !== '');
  return (
    <div className="grid grid-cols-[32px_minmax(0,1fr)_auto] gap-x-2 items-baseline">
      <span className="text-t3" {...tip(about)}>
        {label}
      </span>
      <span className="text-t1">
        {does}{' '}
        <span className="num text-t2 whitespace-nowrap ml-1">
          → {predicted.text} <VerdictMark verdict={predicted.verdict} />
        </span>
      </span>
      <Button
        kind="text"
        aria-label={`Accept: ${does}`}
        disabled={partly}
        {...tip(partly ? 'A part of the recipe is shown; a proposal is for the whole look' : undefined)}
        onClick={() => {
          acceptOffer(offer, plate.id);
          setView({ readingId: proposal.readingId });
        }}
      >
        Accept
      </Button>
      {says.length > 0 && (
        <span className={`col-start-2 col-span-2 ${effect.breaks > 0 ? 'text-close' : 'text-t2'}`}>
          {says.join(' ')}
        </span>
      )}
    </div>
  );
}

interface ProposalCardProps {
  proposal: Proposal;
  /** Proposals that wait behind this one. */
  more: number;
  /** The reading it is for is open already, and has said what is wrong. */
  said: boolean;
  /** Have they been tried on all plates? */
  tried: Tried;
}

/** Computed changes for a reading, in the shot and in the look, with their predicted results. */
export function ProposalCard({ proposal, more, said, tried }: ProposalCardProps) {
  const current = useCurrentPlate();
  const look = useDocument((s) => s.look);
  if (!current) return null;
  const { offers, problem } = proposal;
  return (
    <div
      className="px-3 py-1.5 border-t border-g0 bg-g2 text-[12px] grid gap-0.5"
      data-testid="proposal"
      role="group"
      aria-label="Proposal"
    >
      {!said && <p className="text-t2">{problem}</p>}
      {offers.map((offer) => (
        <OfferRow
          key={`${offer.lane} ${offer.does}`}
          offer={offer}
          proposal={proposal}
          plate={current.plate}
        />
      ))}
      {(tried !== 'done' || more > 0) && (
        <p className="flex gap-3 text-t3">
          {tried === 'under way' && <span role="status">Trying on all plates …</span>}
          {tried === 'on request' && (
            <Button kind="text" onClick={() => setMeasured({ triedOnAll: look })}>
              Try on all plates
            </Button>
          )}
          {more > 0 && <span>{more} more, by reading</span>}
        </p>
      )}
    </div>
  );
}
