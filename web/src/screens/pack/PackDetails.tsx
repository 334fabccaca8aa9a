import { Check } from '../../ui/Check.tsx';
import { optionsOf, Select } from '../../ui/Select.tsx';
import type { ReactNode } from 'react';
import type { Pack } from '@velvet-dusk/core/pack/document';
import {
  type Display,
  depthOf,
  displayToken,
  isHdr,
  levelsOf,
  withOutput,
} from '@velvet-dusk/core/render/display';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import { freeId } from '@velvet-dusk/core/slug';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Window } from '../../ui/Window.tsx';
import { editPack } from './packStore.ts';
import { tip } from '../../ui/tip.ts';

const area =
  'w-full bg-g1 border border-g4 rounded-sm px-2 py-1 text-[12.5px] focus:outline-none focus:border-violet';
const depths = [8, 10, 12, 16] as const;

function OutputRow({
  id,
  output: { id: outputId, display },
  isUsed,
  isOnly,
}: {
  id: string;
  output: Pack['outputs'][number];
  isUsed: boolean;
  isOnly: boolean;
}) {
  const { label } = outputs[display.output];
  const { peak: span } = outputs[display.output];
  const set = (next: Display) =>
    editPack(id, (p) => ({
      ...p,
      outputs: p.outputs.map((o) => (o.id === outputId ? { ...o, display: next } : o)),
    }));
  return (
    <li className="flex items-center gap-3 py-1">
      <Select
        label={`Display ${outputId}`}
        value={display.output}
        options={optionsOf(outputs)}
        className="text-[12px]"
        onChange={(output) => set(withOutput(display, output))}
      />
      <Select
        label={`Range of ${outputId}`}
        value={display.range === 'full' ? 'full' : String(depthOf(display))}
        options={[
          { value: 'full', label: 'full range' },
          ...depths.map((d) => ({ value: String(d), label: `narrow, ${d} bit` })),
        ]}
        className="text-[12px]"
        onChange={(value) => {
          const { depth: _depth, ...rest } = display;
          const depth = depths.find((d) => String(d) === value);
          set(
            depth
              ? { ...rest, range: 'narrow', ...(depth === 10 ? {} : { depth }) }
              : { ...rest, range: 'full' },
          );
        }}
      />
      {isHdr(display) && (
        <NumberField
          label="Peak"
          value={levelsOf(display).peak}
          min={span.min}
          max={span.max}
          step={100}
          rest={span.usual}
          digits={0}
          unit="cd/m²"
          onChange={(peak) => set({ ...display, peak })}
        />
      )}
      {outputs[display.output].usesBlack && (
        <NumberField
          label="Black"
          value={display.black ?? 0}
          min={0}
          max={1}
          step={0.01}
          rest={0}
          digits={3}
          unit="cd/m²"
          onChange={(black) => {
            const { black: _black, ...rest } = display;
            set(black === 0 ? rest : { ...rest, black });
          }}
        />
      )}
      <span className="num text-t3 flex-1 text-right">{displayToken(display)}</span>
      <Button
        kind="text"
        disabled={isUsed || isOnly}
        {...tip(isUsed ? 'Files are planned for it' : undefined)}
        aria-label={`Remove ${label}, ${outputId}`}
        onClick={() => editPack(id, (p) => ({ ...p, outputs: p.outputs.filter((o) => o.id !== outputId) }))}
      >
        Remove
      </Button>
    </li>
  );
}

function Part({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="border-t border-g4 pt-3">
      <h3 className="font-semibold">{title}</h3>
      <p className="text-t3 text-[12px] pb-1">{about}</p>
      {children}
    </section>
  );
}

/** What a look card says beside what is measured. */
function LookNotes({ id, pack }: { id: string; pack: Pack }) {
  const { looks } = useOpenProject();
  const set = (lookId: string, change: { advice?: string; notBaked?: string }) =>
    editPack(id, (p) => {
      const old = p.looks.find((l) => l.lookId === lookId) ?? { lookId, advice: '', notBaked: '' };
      return { ...p, looks: [...p.looks.filter((l) => l.lookId !== lookId), { ...old, ...change }] };
    });
  return looks.map(({ id: lookId, document: { name } }) => {
    const notes = pack.looks.find((l) => l.lookId === lookId);
    return (
      <div key={lookId} className="grid grid-cols-[120px_1fr_1fr] gap-2 py-1 items-start">
        <span className="text-t2">{name}</span>
        <textarea
          aria-label={`Strength advice for ${name}`}
          placeholder="Strength to begin from"
          rows={2}
          maxLength={500}
          className={area}
          value={notes?.advice ?? ''}
          onChange={(e) => set(lookId, { advice: e.currentTarget.value })}
        />
        <textarea
          aria-label={`Not in the LUT of ${name}`}
          placeholder="Windows and masks no LUT can hold"
          rows={2}
          maxLength={2000}
          className={area}
          value={notes?.notBaked ?? ''}
          onChange={(e) => set(lookId, { notBaked: e.currentTarget.value })}
        />
      </div>
    );
  });
}

/** Displays, look notes, licence: what of a pack is set once. */
export function PackDetails({
  id,
  pack,
  open,
  onClose,
}: {
  id: string;
  pack: Pack;
  open: boolean;
  onClose(): void;
}) {
  const used = new Set(pack.cells.flatMap((c) => c.items.map((i) => i.output)));
  const add = () =>
    editPack(id, (p) => ({
      ...p,
      outputs: [
        ...p.outputs,
        {
          id: freeId(
            'display',
            p.outputs.map((o) => o.id),
          ),
          display: { output: 'srgb', range: 'full' },
        },
      ],
    }));
  return (
    <Window
      open={open}
      onClose={onClose}
      width={820}
      title={`Details of ${pack.name}`}
      about="What is set once for the whole pack. Undo takes each change back."
    >
      <div className="px-5 pb-5 grid gap-4 text-[12.5px]">
        <Part title="Displays" about="What files can be made for; each LUT of a cell names one of them.">
          <ul>
            {pack.outputs.map((output) => (
              <OutputRow
                key={output.id}
                id={id}
                output={output}
                isUsed={used.has(output.id)}
                isOnly={pack.outputs.length === 1}
              />
            ))}
          </ul>
          <Button onClick={add}>Add a display</Button>
        </Part>
        <Part title="Look cards" about="In words of yours, beside what is measured.">
          <LookNotes id={id} pack={pack} />
        </Part>
        <Part title="Licence" about="Goes into the pack as LICENCE.txt, and into its guide.">
          <textarea
            aria-label="Licence text"
            rows={4}
            maxLength={20_000}
            className={area}
            value={pack.licence}
            onChange={(e) => {
              const licence = e.currentTarget.value;
              editPack(id, (p) => ({ ...p, licence }));
            }}
          />
        </Part>
        <Check
          checked={pack.ocioConfig}
          onChange={(isOn) => editPack(id, (p) => ({ ...p, ocioConfig: isOn }))}
        >
          With an OpenColorIO configuration of the whole pack
        </Check>
      </div>
    </Window>
  );
}
