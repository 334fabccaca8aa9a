import { boardSentences, placeWords, worstCells } from '@velvet-dusk/core/trial/boardWords';
import type { Trial } from '@velvet-dusk/core/trial/document';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { judgeCell } from '@velvet-dusk/core/trial/result';
import { useOpenProject } from '../../api/openProject.ts';
import { setBoardView } from './boardStore.ts';
import { type DrawnBoard, measuredOf } from './useBoard.ts';
import type { TrialMaterial } from './useTrialMaterial.ts';

/** What the board says, in three sentences, and its worst cells. */
export function BoardFoot({
  trial,
  board,
  material,
  lookId,
}: {
  trial: Trial;
  board: DrawnBoard;
  material: TrialMaterial;
  lookId: string;
}) {
  const { practice } = useOpenProject();
  const { sources } = material;
  const measured = measuredOf(board, trial, lookId);
  const [first, ...rest] = boardSentences({ trial, ...measured, sources, practice });
  const worst = worstCells(measured.cells);
  return (
    <section
      aria-label="What the board says"
      className="shrink-0 bg-g2 border-t border-g0 px-4 py-2.5 min-h-[64px] text-[13px] text-t2"
    >
      {first ? (
        <p>
          <span className="text-t1">{first}</span> {rest.join(' ')}
        </p>
      ) : (
        <p>Drawing the first cells …</p>
      )}
      {worst.length > 0 && (
        <p className="flex gap-4 flex-wrap pt-0.5">
          <span className="text-t3">Worst</span>
          {worst.map((cell) => (
            <button
              key={`${cell.row} ${cell.column}`}
              type="button"
              className="text-violet hover:underline"
              onClick={() => setBoardView({ spot: { row: cell.row, column: cell.column }, opened: true })}
            >
              {placeWords(trial, cell, sources)}, {trialReadingLabel(judgeCell(cell).worst ?? '')}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}
