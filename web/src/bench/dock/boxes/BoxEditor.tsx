import { useState } from 'react';
import { wrapHue } from '@velvet-dusk/core/colour/hue';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { type ColourBoxParams, colourBoxSchema } from '@velvet-dusk/core/look/steps/colourBox';
import { type DrawTogetherParams, drawTogetherSchema } from '@velvet-dusk/core/look/steps/drawTogether';
import type { Selection } from '@velvet-dusk/core/look/steps/selection';
import { roundPick, withoutPick, withPick } from '@velvet-dusk/core/look/steps/selectionPicks';
import { numberField } from '@velvet-dusk/core/numberField';
import { railStops } from '@velvet-dusk/core/scopes/stopHistogram';
import { saturationTop } from '@velvet-dusk/core/scopes/colourDistribution';
import { editParams, useDocument } from '../../../state/document.ts';
import { useMeasured } from '../../../state/measured.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { useSize } from '../../../ui/useSize.ts';
import { PickButton } from '../PickButton.tsx';
import { SelectionBar } from './SelectionBar.tsx';

type Key = keyof ColourBoxParams | keyof DrawTogetherParams;
const shape = { ...colourBoxSchema.shape, ...drawTogetherSchema.shape };
const field = (key: Key) => numberField(shape[key]);
const noDigits: readonly Key[] = ['hue', 'hueReach', 'hueSoft', 'toHue'];
const oneDigit: readonly Key[] = ['turn', 'low', 'high', 'levelSoft'];
const digits = (key: Key) => (noDigits.includes(key) ? 0 : oneDigit.includes(key) ? 1 : 2);

/** Changes numbers of a box, held inside their limits. */
function edit(step: LookStep, change: Partial<Record<Key, number>>): void {
  const held = Object.entries(change).map(([key, v]) => {
    const { min, max } = field(key as Key);
    return [key, Number(Math.min(Math.max(v, min), max).toFixed(3))];
  });
  editParams(step.id, () => Object.fromEntries(held) as Record<string, unknown>);
}

function Numbers({ step, keys, names }: { step: LookStep; keys: readonly Key[]; names?: readonly string[] }) {
  const p = step.params as Record<Key, number>;
  return keys.map((key, i) => (
    <NumberField
      key={key}
      {...field(key)}
      {...(names ? { label: names[i] } : {})}
      signed={field(key).min < 0}
      digits={digits(key)}
      value={p[key]}
      onChange={(v) => edit(step, { [key]: v })}
    />
  ));
}

/** What a kind of box does to what it selects: its numbers, in the order they stand, with short names. */
const effects = {
  colourBox: [
    ['turn', 'Turn'],
    ['saturation', 'Sat'],
    ['density', 'Density'],
    ['warm', 'Amber'],
    ['green', 'Green'],
  ],
  drawTogether: [
    ['huePull', 'Hue pull'],
    ['toHue', 'Toward'],
    ['satPull', 'Sat pull'],
    ['aim', 'Sat aim'],
  ],
} as const;
type BoxType = keyof typeof effects;

/** Colours picked into a selection, and out of it. */
function Picks({ step }: { step: LookStep }) {
  const [refused, setRefused] = useState(false);
  // Between the button and the click the selection may have been changed.
  const take = (make: (now: Selection) => Partial<Selection> | null) => {
    const now = useDocument.getState().look.steps.find((s) => s.id === step.id);
    const change = now ? make(now.params as unknown as Selection) : {};
    setRefused(change === null);
    if (change) edit(step, change);
  };
  return (
    <span className="flex items-center gap-1.5">
      <PickButton
        what="a colour for the box"
        label="Pick"
        stepId={step.id}
        onPick={({ atStep }) => take(() => roundPick(atStep))}
      />
      <PickButton
        what="a colour to add"
        label="Add"
        stepId={step.id}
        onPick={({ atStep }) => take((now) => withPick(now, atStep))}
      />
      <PickButton
        what="a colour to leave out"
        label="Leave out"
        stepId={step.id}
        onPick={({ atStep }) => take((now) => withoutPick(now, atStep))}
      />
      {step.type === 'drawTogether' && (
        <PickButton
          what="the colour to draw toward"
          label="Target"
          stepId={step.id}
          onPick={({ atStep }) => edit(step, { toHue: atStep.hue, aim: atStep.saturation })}
        />
      )}
      {refused && (
        <span role="alert" className="text-ember">
          ▲ Too near the middle: nothing would be left.
        </span>
      )}
    </span>
  );
}

/** One box: what it selects on three axes, and what it does to that. */
export function BoxEditor({ step }: { step: LookStep }) {
  const p = step.params as unknown as Selection;
  const d = useMeasured((s) => s.analysis?.distribution ?? null);
  const [ref, size] = useSize<HTMLDivElement>();
  const width = Math.max(size.width, 60);
  // The hue bar is centred on the box, so that a box of red is not cut in two.
  const hues =
    d &&
    Float32Array.from({ length: 72 }, (_, i) => d.hues[Math.floor(wrapHue(p.hue - 180 + i * 5) / 5) % 72]);
  const row = 'grid grid-cols-[64px_minmax(0,1fr)_270px] items-center gap-3 px-4';
  return (
    <div className="h-full flex flex-col justify-evenly text-[12px]">
      <div className={row}>
        <span className="text-t2">Hue</span>
        <div ref={ref}>
          <SelectionBar
            label="Hue selected"
            width={width}
            min={-180}
            max={180}
            low={-p.hueReach}
            high={p.hueReach}
            soft={p.hueSoft}
            unit="° from the middle"
            shares={hues}
            colourAt={(v) => `oklch(0.68 0.1 ${(p.hue + v).toFixed(1)})`}
            onLow={(v) => edit(step, { hueReach: -v })}
            onHigh={(v) => edit(step, { hueReach: v })}
            onSoft={(v) => edit(step, { hueSoft: v })}
          />
        </div>
        <span className="flex justify-between">
          <Numbers step={step} keys={['hue', 'hueReach', 'hueSoft']} />
        </span>
      </div>
      <div className={row}>
        <span className="text-t2">Saturation</span>
        <SelectionBar
          label="Saturation selected"
          width={width}
          min={0}
          max={saturationTop}
          low={p.satLow}
          high={Math.min(p.satHigh, saturationTop)}
          soft={p.satSoft}
          unit=""
          shares={d?.saturations ?? null}
          colourAt={(v) => `oklch(0.68 ${(v * 0.6).toFixed(3)} ${p.hue})`}
          onLow={(v) => edit(step, { satLow: Math.min(v, p.satHigh) })}
          onHigh={(v) => edit(step, { satHigh: Math.max(v, p.satLow) })}
          onSoft={(v) => edit(step, { satSoft: v })}
        />
        <span className="flex justify-between">
          <Numbers step={step} keys={['satLow', 'satHigh', 'satSoft']} />
        </span>
      </div>
      <div className={row}>
        <span className="text-t2">Level</span>
        <SelectionBar
          label="Level selected"
          width={width}
          min={railStops.low}
          max={railStops.high}
          low={Math.max(p.low, railStops.low)}
          high={Math.min(p.high, railStops.high)}
          soft={p.levelSoft}
          unit="st"
          shares={d?.stops.shares ?? null}
          colourAt={(v) => `oklch(${(0.2 + (0.75 * (v - railStops.low)) / 14).toFixed(3)} 0 0)`}
          onLow={(v) => edit(step, { low: Math.min(v, p.high) })}
          onHigh={(v) => edit(step, { high: Math.max(v, p.low) })}
          onSoft={(v) => edit(step, { levelSoft: v })}
        />
        <span className="flex justify-between">
          <Numbers step={step} keys={['low', 'high', 'levelSoft']} />
        </span>
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 px-4 whitespace-nowrap">
        <Picks step={step} />
        <Numbers
          step={step}
          keys={effects[step.type as BoxType].map(([key]) => key)}
          names={effects[step.type as BoxType].map(([, name]) => name)}
        />
      </div>
    </div>
  );
}
