import type { Verdict } from '@velvet-dusk/core/numeric/verdict';

const marks: Record<Verdict, { shape: string; word: string; colour: string }> = {
  holds: { shape: '●', word: 'holds', colour: 'text-holds' },
  close: { shape: '◐', word: 'close', colour: 'text-close' },
  fails: { shape: '▲', word: 'fails', colour: 'text-ember' },
  none: { shape: '·', word: 'nothing to measure', colour: 'text-t3' },
};

const acceptedMark = { shape: '○', word: 'accepted', colour: 'text-t2' };

interface VerdictMarkProps {
  verdict: Verdict;
  /** A miss that is meant: it has no verdict. */
  accepted?: boolean;
  word?: boolean;
}

/** A verdict as shape, colour and word; the word is spoken, or shown where there is room. */
export function VerdictMark({ verdict, accepted = false, word = false }: VerdictMarkProps) {
  const mark = accepted ? acceptedMark : marks[verdict];
  return (
    <span className={`${mark.colour} inline-block`}>
      <span aria-hidden>{mark.shape}</span>
      <span className={word ? 'ml-1.5' : 'sr-only'}>{mark.word}</span>
    </span>
  );
}
