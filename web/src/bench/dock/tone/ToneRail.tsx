import { useDeferredValue, useMemo, useState } from 'react';
import { linearToStops, stopsToLinear } from '@velvet-dusk/core/colour/exposure';
import { contrast as contrastStep } from '@velvet-dusk/core/look/steps/contrast';
import { zoneNames, zoneWeights } from '@velvet-dusk/core/look/steps/zoneCurve';
import type { ZonesParams } from '@velvet-dusk/core/look/steps/zones';
import { numberField } from '@velvet-dusk/core/numberField';
import { editParams } from '../../../state/document.ts';
import { useMeasured } from '../../../state/measured.ts';
import { setView, useView } from '../../../state/view.ts';
import { useSize } from '../../../ui/useSize.ts';
import type { CurrentPlate } from '../../useBench.ts';
import { PickButton } from '../PickButton.tsx';
import { Backdrop } from './Backdrop.tsx';
import { ContrastLine } from './ContrastLine.tsx';
import { path, railScale } from './railScale.ts';
import { TintPad } from './TintPad.tsx';
import { type RailCurve, toneCurves } from './toneCurve.ts';
import { ZoneHandle } from './ZoneHandle.tsx';
import { useWholeLook } from '../../useBench.ts';

/** The zone that counts most at some stops. */
function zoneAt(params: ZonesParams, stops: number) {
  const weights = zoneWeights(params, stops);
  return zoneNames[weights.indexOf(Math.max(...weights))];
}

/** The pivot of contrast at a tone, within what it takes. */
function pivotAt(stops: number): number {
  const { min, max } = numberField(contrastStep.schema.shape.pivot);
  return Number(Math.min(Math.max(stopsToLinear(stops), min), max).toFixed(3));
}

/** The tone curve over stops from mid-grey, with the zones and the contrast on it. */
export function ToneRail({ profile }: CurrentPlate) {
  const look = useWholeLook();
  const histogram = useMeasured((s) => s.analysis?.histogram ?? null);
  const zone = useView((s) => s.zone);
  const [ref, size] = useSize<HTMLDivElement>();
  const [dragFrom, setDragFrom] = useState<RailCurve | null>(null);
  // The picture comes first; the line follows it.
  const drawnLook = useDeferredValue(look);
  const curves = useMemo(() => toneCurves(drawnLook), [drawnLook]);
  const s = railScale(size.width, size.height);

  const zones = look.steps.find((step) => step.type === 'zones');
  const contrast = look.steps.find((step) => step.type === 'contrast');
  const on = (stops: number) => ({ stops, percent: curves.look.at(stops), slope: curves.look.slope(stops) });
  const params = zones?.params as unknown as ZonesParams | undefined;
  const zoneInput = zones && curves.before(zones.id);

  return (
    <div className="h-full flex flex-col">
      <div ref={ref} className="flex-1 min-h-0">
        <svg
          width={size.width}
          height={size.height}
          role="group"
          aria-label="Tone curve, output over stops from mid-grey"
        >
          <Backdrop s={s} profile={profile} histogram={histogram} />
          <path
            d={path(curves.normalised.points(), s)}
            fill="none"
            strokeDasharray="3 3"
            className="stroke-g5"
          />
          {dragFrom && (
            <path d={path(dragFrom.points(), s)} fill="none" className="stroke-violet" opacity={0.6} />
          )}
          <path d={path(curves.look.points(), s)} fill="none" className="stroke-t1" strokeWidth={1.6} />
          {contrast && (
            <ContrastLine
              step={contrast}
              s={s}
              at={on(curves.before(contrast.id).find(linearToStops(contrast.params.pivot as number)))}
            />
          )}
          {zones &&
            zoneInput &&
            zoneNames.map((name) => (
              <ZoneHandle
                key={name}
                step={zones}
                name={name}
                zone={params![name]}
                s={s}
                at={on(zoneInput.find(params![name].centre))}
                selected={zone === name}
                active={zones.on}
                onDrag={(dragging) => setDragFrom(dragging ? curves.look : null)}
              />
            ))}
        </svg>
      </div>
      {zones && (
        <div className="flex justify-between px-4 pt-1 pb-1">
          {zoneNames.map((name) => (
            <TintPad key={name} step={zones} name={name} zone={params![name]} selected={zone === name} />
          ))}
        </div>
      )}
      <div className="num text-t3 flex items-center justify-between px-4 pb-1 text-[10.5px] whitespace-nowrap">
        <span aria-hidden className="@max-[690px]:hidden">
          pad: → amber, ↑ green
        </span>
        <span className="flex gap-2">
          {zones && (
            <PickButton
              what="a tone for its zone"
              stepId={zones.id}
              onPick={({ atStep }) => setView({ zone: zoneAt(params!, atStep.stops) })}
            />
          )}
          {contrast && (
            <PickButton
              what="the tone that contrast leaves alone"
              label="Pick the pivot"
              stepId={contrast.id}
              onPick={({ atStep }) => editParams(contrast.id, () => ({ pivot: pivotAt(atStep.stops) }))}
            />
          )}
        </span>
        <span aria-hidden className="@max-[690px]:hidden">
          % over stops from mid-grey
        </span>
      </div>
    </div>
  );
}
