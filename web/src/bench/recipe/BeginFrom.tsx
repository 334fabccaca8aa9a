import type { Look } from '@velvet-dusk/core/look/document';
import { lookFrom, startingPoints } from '@velvet-dusk/core/look/startingPoints';
import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { editLook, useDocument } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { openSheet } from '../sheet/sheetStore.ts';
import { usePlates } from '../useBench.ts';
import { tip } from '../../ui/tip.ts';

/** Has nobody moved a control? A step that is only off has been worked on. */
const isAtRest = ({ steps }: Look) =>
  steps.every(({ type, params }) => stepDefinition(type).isNeutral(params as never));

/** The name a project's first look has until somebody gives it one. */
const unnamed = /^(First|New) look$/;

/** Puts a starting point's steps in the place of a look that does nothing yet: an edit like any other. */
function begin(id: string, label: string): void {
  editLook((look) => {
    const name = unnamed.test(look.name) ? label : look.name;
    const { steps, colourOnly } = lookFrom(id, name);
    return { ...look, name, steps, colourOnly };
  });
}

/** Where a look does nothing yet: what it could begin from. */
export function BeginFrom() {
  const look = useDocument((s) => s.look);
  const hasPlates = usePlates().length > 0;
  if (!hasPlates || !isAtRest(look)) return null;
  return (
    <section aria-label="Begin from" className="mx-3 my-2 border-l-2 border-violet pl-3 text-[12px]">
      <p className="text-t2 pb-1">
        This look does nothing yet. Begin from a recipe and take it apart, or move any control below.{' '}
        <Button kind="text" onClick={() => openSheet('startingPoints')}>
          See them as pictures
        </Button>
      </p>
      <ul className="max-h-[132px] scroll-quiet">
        {startingPoints
          .filter((p) => p.id !== 'neutral')
          .map((p) => (
            <li key={p.id}>
              <button
                type="button"
                className="text-left w-full py-0.5 text-violet hover:underline"
                {...tip(p.about)}
                onClick={() => begin(p.id, p.label)}
              >
                {p.label}
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}
