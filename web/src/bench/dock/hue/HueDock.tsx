import { useState } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { type HueBeltParams } from '@velvet-dusk/core/look/steps/hueBelt';
import { useMeasured } from '../../../state/measured.ts';
import { setView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { useSize } from '../../../ui/useSize.ts';
import { EmptyDock } from '../EmptyDock.tsx';
import { PickButton } from '../PickButton.tsx';
import { useStepOf } from '../useStepOf.ts';
import { addNode, editNode, type Lane, lanes, nodeField, removeNode } from './beltEdit.ts';
import { BeltDrawing } from './BeltDrawing.tsx';

const about =
  'The hue belt turns, saturates and darkens colours by their hue. Behind it lies the plate’s own spread of hues; ' +
  'a click on the picture puts a node where that colour is.';

/** The hue circle unrolled, with nodes that turn, saturate and darken the hues about them. */
export function HueDock() {
  const step = useStepOf('hueBelt');
  return step ? (
    <Belt step={step} />
  ) : (
    <EmptyDock text={about} types={['hueBelt', 'primariesAndSecondaries']} />
  );
}

function Belt({ step }: { step: LookStep }) {
  const [chosen, setChosen] = useState(0);
  const [lane, setLane] = useState<Lane>('turn');
  const [ref, size] = useSize<HTMLDivElement>();
  const distribution = useMeasured((s) => s.analysis?.distribution ?? null);
  const params = step.params as HueBeltParams;
  const { nodes } = params;
  const index = Math.min(chosen, nodes.length - 1);
  const node = nodes[index];
  const put = (hue: number) => {
    setView({ stepId: step.id });
    const at = addNode(step.id, nodes, hue);
    if (at >= 0) setChosen(at);
  };
  return (
    <div className="h-full flex flex-col">
      <div className="flex items-center gap-3 px-4 h-7 text-[12px]">
        {lanes.map((l) => (
          <button
            key={l.id}
            type="button"
            aria-pressed={lane === l.id}
            className={lane === l.id ? 'text-t1 border-b border-violet' : 'text-t2 hover:text-t1'}
            onClick={() => setLane(l.id)}
          >
            {l.label}
          </button>
        ))}
        <span className="flex-1" />
        <PickButton
          what="a colour for the hue belt"
          stepId={step.id}
          onPick={({ atStep }) => put(atStep.hue)}
        />
      </div>
      <div ref={ref} className="flex-1 min-h-0">
        <BeltDrawing
          {...size}
          step={step}
          params={params}
          lane={lane}
          chosen={index}
          distribution={distribution}
          onChoose={(i) => {
            setView({ stepId: step.id });
            setChosen(i);
          }}
          onPut={put}
        />
      </div>
      <div className="flex items-baseline gap-4 px-4 h-7 text-[12px]" role="group" aria-label="Node">
        {node ? (
          <>
            <span className="text-t2">
              Node {index + 1} of {nodes.length}
            </span>
            {(['hue', 'reach', 'turn', 'saturation', 'density'] as const).map((key) => (
              <NumberField
                key={key}
                {...nodeField(key)}
                signed={nodeField(key).min < 0}
                digits={key === 'saturation' || key === 'density' ? 2 : key === 'turn' ? 1 : 0}
                value={node[key]}
                onChange={(v) => editNode(step.id, index, { [key]: v })}
              />
            ))}
            <span className="flex-1" />
            <Button kind="text" onClick={() => removeNode(step.id, index)}>
              Remove node
            </Button>
          </>
        ) : (
          <span className="text-t3">
            No node yet: double-click the belt, or pick a colour on the picture.
          </span>
        )}
      </div>
    </div>
  );
}
