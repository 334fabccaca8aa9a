import { stepDefinition } from '@velvet-dusk/core/look/steps/index';
import { addStep, useDocument } from '../../../state/document.ts';
import { setView, useView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { EmptyDock } from '../EmptyDock.tsx';
import { useStepOf } from '../useStepOf.ts';
import { BoxEditor } from './BoxEditor.tsx';
import { SkinEditor } from './SkinEditor.tsx';

const types = ['colourBox', 'drawTogether', 'skinKeep'] as const;
const about =
  'A colour box is a soft selection by hue, saturation and level, with a turn, density and tint of its own. Draw together ' +
  'pulls such a selection toward one colour and leaves lightness alone. Skin keep holds skin on its line whatever the rest of ' +
  'the look does. All are per colour, so they travel in the LUT.';

/** Every box of the look, one open at a time; its matte can be shown on the picture. */
export function BoxesDock() {
  const step = useStepOf(...types);
  const steps = useDocument((s) => s.look.steps);
  const overlay = useView((s) => s.overlay);
  if (!step) return <EmptyDock text={about} types={types} />;
  const boxes = steps.filter((s) => (types as readonly string[]).includes(s.type));
  return (
    <div className="h-full flex flex-col">
      <div className="flex items-center gap-3 px-4 h-7 text-[12px]">
        {boxes.map((b, i) => (
          <button
            key={b.id}
            type="button"
            aria-pressed={b.id === step.id}
            className={b.id === step.id ? 'text-t1 border-b border-violet' : 'text-t2 hover:text-t1'}
            onClick={() => setView({ stepId: b.id })}
          >
            {b.type === 'skinKeep'
              ? 'Skin keep'
              : `${b.type === 'colourBox' ? `Box ${i + 1},` : 'Draw'} ${stepDefinition(b.type).summary(b.params)}`}
          </button>
        ))}
        {types.map((type) => (
          <Button key={type} kind="text" onClick={() => setView({ stepId: addStep(type) })}>
            + {stepDefinition(type).label.toLowerCase()}
          </Button>
        ))}
        <span className="flex-1" />
        <Button
          aria-pressed={overlay === 'matte'}
          className={overlay === 'matte' ? 'border-violet' : ''}
          onClick={() => setView({ stepId: step.id, overlay: overlay === 'matte' ? 'none' : 'matte' })}
        >
          Show selection
        </Button>
      </div>
      <div className="flex-1 min-h-0">
        {step.type === 'skinKeep' ? <SkinEditor step={step} /> : <BoxEditor step={step} />}
      </div>
    </div>
  );
}
