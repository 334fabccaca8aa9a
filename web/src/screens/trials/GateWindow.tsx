import { Check } from '../../ui/Check.tsx';
import { useState } from 'react';
import { enduranceSearch, type EnduranceKind } from '@velvet-dusk/core/trial/endurance';
import { type Gate, gateSchema } from '@velvet-dusk/core/trial/gate';
import { useSetSetting } from '../../api/settings.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { usePlates } from '../../bench/useBench.ts';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Window } from '../../ui/Window.tsx';
import { ReadingsMenu } from './ReadingsMenu.tsx';

const ranges: { kind: EnduranceKind; label: string; unit: string; step: number; digits: number }[] = [
  { kind: 'exposure', label: 'Exposure', unit: 'st', step: 0.1, digits: 1 },
  { kind: 'balance', label: 'Balance', unit: 'mired', step: 5, digits: 0 },
];

/** A gate in a few words. */
export const gateWords = (gate: Gate | null): string =>
  gate === null
    ? 'none'
    : `${gate.plateIds.length === 0 ? 'all plates' : gate.plateIds.length === 1 ? '1 plate' : `${gate.plateIds.length} plates`}`;

function GateForm({ gate, onDone }: { gate: Gate | null; onDone(): void }) {
  const plates = usePlates();
  // A plate that is gone cannot be asked of.
  const [draft, setDraft] = useState<Gate>(() => {
    const asked = gate ?? gateSchema.parse({});
    return { ...asked, plateIds: asked.plateIds.filter((id) => plates.some((p) => p.id === id)) };
  });
  const save = useSetSetting('gate');
  const isOn = (id: string) => draft.plateIds.length === 0 || draft.plateIds.includes(id);
  const setPlate = (id: string, on: boolean) => {
    const next = plates.map((p) => p.id).filter((p) => (p === id ? on : isOn(p)));
    if (next.length > 0) setDraft({ ...draft, plateIds: next.length === plates.length ? [] : next });
  };
  const send = (next: Gate | null) => save.mutate(next, { onSuccess: onDone });
  return (
    <div className="px-5 pb-5 grid gap-4 text-[13px]">
      <fieldset>
        <legend className="text-t2 pb-1">Plates it has to hold on</legend>
        <div className="grid grid-cols-2 gap-x-4 max-h-[180px] scroll-quiet">
          {plates.map(({ id, name }) => (
            <Check key={id} checked={isOn(id)} onChange={(on) => setPlate(id, on)}>
              {name}
            </Check>
          ))}
        </div>
      </fieldset>
      <div>
        <ReadingsMenu
          label="Readings that have to hold"
          readings={draft.readings}
          onChange={(readings) => setDraft({ ...draft, readings: readings as Gate['readings'] })}
        />
      </div>
      {ranges.map(({ kind, label, unit, step, digits }) => {
        const { low, high } = enduranceSearch[kind].ends;
        const put = (side: 'low' | 'high', value: number) =>
          setDraft({ ...draft, [kind]: { ...draft[kind], [side]: value } });
        return (
          <div key={kind} className="flex items-baseline gap-3">
            <span className="w-24 text-t2">{label}</span>
            <NumberField
              label={`${label} from`}
              hideLabel
              value={draft[kind].low}
              min={low}
              max={0}
              rest={0}
              step={step}
              digits={digits}
              onChange={(v) => put('low', v)}
              signed
            />
            <span className="text-t3">to</span>
            <NumberField
              label={`${label} to`}
              hideLabel
              value={draft[kind].high}
              min={0}
              max={high}
              rest={0}
              step={step}
              digits={digits}
              unit={unit}
              onChange={(v) => put('high', v)}
              signed
            />
          </div>
        );
      })}
      {save.error && (
        <p role="alert" className="text-ember">
          ▲ {save.error.message}
        </p>
      )}
      <div className="flex gap-3">
        <Button kind="main" onClick={() => send(draft)}>
          Set the gate
        </Button>
        {gate && <Button onClick={() => send(null)}>Remove it</Button>}
      </div>
    </div>
  );
}

/** What a look has to hold before it is released. */
export function GateWindow({ open, onClose }: { open: boolean; onClose(): void }) {
  const { gate } = useOpenProject();
  return (
    <Window
      open={open}
      onClose={onClose}
      width={560}
      title="Gate of this project"
      about="A release waits until a kept run shows that its looks hold over this range. It can be passed over with a reason, which is kept."
    >
      {open && <GateForm gate={gate} onDone={onClose} />}
    </Window>
  );
}
