import { useState } from 'react';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { lookCard } from '@velvet-dusk/core/look/card';
import { cardShots } from '@velvet-dusk/core/notes/words';
import { type TextureId, textureIds, textureKind } from '@velvet-dusk/core/texture/index';
import { type GaugeId, gauges } from '@velvet-dusk/core/texture/gauges';
import { factorOnPlate, maxOnPlate } from '@velvet-dusk/core/texture/onPlate';
import { editPlateTexture, editTexture, useDocument } from '../../../state/document.ts';
import { setView, useView } from '../../../state/view.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { Fader } from '../../../ui/Fader.tsx';
import { fileStem, saveText } from '../../../ui/saveText.ts';
import { useOpenProject } from '../../../api/openProject.ts';
import { tip } from '../../../ui/tip.ts';
import { NotesTab } from '../../notes/NotesTab.tsx';
import { useCurrentPlate, usePlates } from '../../useBench.ts';
import { PickButton } from '../PickButton.tsx';
import { schemaNumbers } from '../stepNumbers.ts';
import { setTextureNumber } from './setTextureNumber.ts';
import { TextureDrawing } from './TextureDrawing.tsx';

const gaugeOptions = Object.entries(gauges).map(([value, { label }]) => ({ value: value as GaugeId, label }));

/** Decimals that show every step: as many as the step itself has. */
const decimals = (step: number) => Math.max(0, Math.ceil(-Math.log10(step)));

/** What no LUT holds: the kinds of texture of the look, and the notes of the plate. */
export function TextureDock() {
  const id = useView((s) => s.textureId);
  return (
    <div className="h-full flex flex-col text-[12px] relative">
      <div className="flex items-center gap-3 px-4 h-7 shrink-0">
        {textureIds.map((other) => (
          <KindTab key={other} id={other} chosen={other === id} />
        ))}
        <NotesTabButton chosen={id === 'notes'} />
      </div>
      {id === 'notes' ? <NotesTab /> : <KindPanel key={id} id={id} />}
    </div>
  );
}

/** One kind of texture: what it does, its numbers, and what the look card will say of it. */
function KindPanel({ id }: { id: TextureId }) {
  const [picked, setPicked] = useState<number | null>(null);
  const held = useDocument((s) => s.look.texture[id]);
  const params = held as unknown as Record<string, number>;
  const { label, about, schema, shape, notes } = textureKind(id);
  const take = (stops: number) => {
    setPicked(stops);
    if (shape.handles.some((h) => h.key === 'threshold'))
      setTextureNumber(id, 'threshold', Number(stops.toFixed(1)));
  };
  return (
    <>
      {shape.axis === 'stops' && (
        <span className="absolute right-4 top-1">
          <PickButton what={`a tone for ${label.toLowerCase()}`} onPick={({ stops }) => take(stops)} />
        </span>
      )}
      <div className="flex-1 min-h-0 flex">
        <div className="flex-1 min-w-0 flex flex-col">
          <p className="px-4 text-t3 truncate">
            {shape.label} · {about}
          </p>
          <div className="flex-1 min-h-0">
            <TextureDrawing id={id} params={params} picked={picked} on={held.on} />
          </div>
        </div>
        <div className="w-[318px] pr-4 py-1 scroll-quiet flex flex-col gap-0.5">
          <div role="group" aria-label={`${label} faders`}>
            {id === 'grain' && <GaugeChoice />}
            {[...schemaNumbers(schema)].map(([key, spec]) => (
              <Fader
                key={key}
                {...spec}
                digits={decimals(spec.step)}
                signed={spec.min < 0}
                value={params[key]}
                onChange={(v) => setTextureNumber(id, key, v)}
              />
            ))}
          </div>
          <OnThisPlate id={id} />
          <CardNote lines={notes(params)} />
        </div>
      </div>
    </>
  );
}

function NotesTabButton({ chosen }: { chosen: boolean }) {
  const count = useCurrentPlate()?.plate.shotNotes.length ?? 0;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`border-l border-g4 pl-3 ${chosen ? 'text-t1 border-b border-b-violet' : 'text-t2 hover:text-t1'}`}
      {...tip('Windows and other work on this plate that no LUT can hold')}
      onClick={() => setView({ textureId: 'notes' })}
    >
      Shot notes {count > 0 && <span className="num text-t3">{count}</span>}
    </button>
  );
}

function KindTab({ id, chosen }: { id: TextureId; chosen: boolean }) {
  const on = useDocument((s) => s.look.texture[id].on);
  return (
    <button
      type="button"
      aria-pressed={chosen}
      className={`flex items-center gap-1.5 ${chosen ? 'text-t1 border-b border-violet' : 'text-t2 hover:text-t1'}`}
      onClick={() => setView({ textureId: id })}
    >
      <span aria-hidden className={`size-[5px] ${on ? 'bg-t1' : 'border border-t3'}`} />
      {textureKind(id).label}
    </button>
  );
}

function GaugeChoice() {
  const gauge = useDocument((s) => s.look.texture.grain.gauge);
  return (
    <Choice
      label="Gauge"
      value={gauge}
      options={gaugeOptions}
      onChange={(to) => editTexture('grain', { on: true, gauge: to })}
    />
  );
}

/** How much of a kind this plate takes: halation that suits one frame creeps on another. */
function OnThisPlate({ id }: { id: TextureId }) {
  const current = useCurrentPlate();
  if (!current) return null;
  const { plate } = current;
  const factor = factorOnPlate(plate.texture, id);
  const set = (to: number) => editPlateTexture(plate.id, id, to);
  return (
    <div role="group" aria-label="On this plate" className="border-t border-g4 mt-1 pt-1">
      <Fader
        label="On this plate"
        unit="%"
        min={0}
        max={maxOnPlate * 100}
        step={1}
        rest={100}
        digits={0}
        value={factor * 100}
        onChange={(percent) => set(percent / 100)}
      />
      <p className="flex text-t3">
        stays with the plate
        <Button kind="text" className="ml-auto" onClick={() => set(factor === 0 ? 1 : 0)}>
          {factor === 0 ? 'Back on for this plate' : 'Off for this plate'}
        </Button>
      </p>
    </div>
  );
}

/** What a finishing artist will read, and the card it stands on. */
function CardNote({ lines }: { lines: string[] }) {
  const look = useDocument((s) => s.look);
  const lookId = useDocument((s) => s.lookId);
  const project = useOpenProject();
  const plates = usePlates();
  return (
    <section aria-label="On the look card" className="border-t border-g4 mt-1 pt-1">
      <p className="flex text-t2">
        On the look card
        <Button
          kind="text"
          className="ml-auto"
          onClick={() =>
            saveText(
              lookCard(look, {
                project: project.name,
                plates,
                shots: cardShots(plates),
                id: lookId,
                readingLabel: trialReadingLabel,
              }),
              `${fileStem(look.name)}-card.txt`,
            )
          }
        >
          Save the card
        </Button>
      </p>
      {lines.map((line) => (
        <p key={line} className="text-t3">
          {line}
        </p>
      ))}
    </section>
  );
}
