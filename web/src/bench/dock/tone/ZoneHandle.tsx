import type { KeyboardEvent } from 'react';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { ZoneName } from '@velvet-dusk/core/look/steps/zoneCurve';
import { setView } from '../../../state/view.ts';
import { useDrag } from '../../../ui/useDrag.ts';
import type { RailScale } from './railScale.ts';
import { editZone, type Zone, zoneField, zoneLabels } from './zoneEdit.ts';

interface ZoneHandleProps {
  step: LookStep;
  name: ZoneName;
  zone: Zone;
  s: RailScale;
  /** Scene stops and output % at which the handle sits, and the slope of the curve there in % per stop. */
  at: { stops: number; percent: number; slope: number };
  selected: boolean;
  active: boolean;
  onDrag(dragging: boolean): void;
}

/** Under this slope the curve is so flat that a pixel would be many stops. */
const minSlope = 2.5;

/** A zone on the tone curve: along the rail moves its centre, up takes density away, down adds it. */
export function ZoneHandle({ step, name, zone, s, at, selected, active, onDrag }: ZoneHandleProps) {
  const drag = useDrag({
    start: () => {
      setView({ zone: name, stepId: step.id });
      onDrag(true);
      return { zone, slope: Math.max(at.slope, minSlope) };
    },
    move({ dx, dy }, from) {
      const density = from.zone.density + dy / s.perPercent / from.slope;
      // Small sideways tremor while pulling up or down must not move the zone.
      const along = Math.abs(dx) > 6 ? (dx - Math.sign(dx) * 6) / s.perStop : 0;
      editZone(step, name, { density, centre: from.zone.centre + along });
    },
  });
  const onKeyDown = (e: KeyboardEvent) => {
    const by = e.shiftKey ? 5 : e.altKey ? 0.5 : 1;
    const moves: Record<string, Partial<Zone>> = {
      ArrowUp: { density: zone.density - 0.02 * by },
      ArrowDown: { density: zone.density + 0.02 * by },
      ArrowRight: { centre: zone.centre + 0.1 * by },
      ArrowLeft: { centre: zone.centre - 0.1 * by },
    };
    if (!moves[e.key]) return;
    e.preventDefault();
    e.stopPropagation();
    editZone(step, name, moves[e.key]);
  };
  const { min, max } = zoneField(name, 'density');
  const [x, y] = [s.x(at.stops), s.y(at.percent)];
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1={s.y(100)}
        y2={s.bottom}
        strokeDasharray="1 3"
        className={selected ? 'stroke-violet' : 'stroke-g5'}
      />
      <g
        role="slider"
        tabIndex={0}
        aria-label={`${zoneLabels[name]} density`}
        aria-orientation="vertical"
        aria-valuemin={min}
        aria-valuemax={max}
        aria-valuenow={zone.density}
        aria-valuetext={`${Math.abs(zone.density).toFixed(2)} stops ${zone.density > 0 ? 'darker' : 'lighter'} at ${zone.centre.toFixed(1)} stops`}
        className="cursor-move touch-none focus:outline-none group"
        opacity={active ? 1 : 0.4}
        {...drag}
        onPointerUp={() => (drag.onPointerUp(), onDrag(false))}
        onPointerCancel={() => (drag.onPointerCancel(), onDrag(false))}
        onFocus={() => setView({ zone: name })}
        onKeyDown={onKeyDown}
        onDoubleClick={() => editZone(step, name, { density: 0 })}
      >
        <rect x={x - 12} y={y - 12} width={24} height={24} fill="transparent" />
        <rect
          x={x - 6}
          y={y - 4}
          width={12}
          height={8}
          className={`${selected ? 'fill-violet' : 'fill-[#bdbdbd]'} group-focus-visible:stroke-white`}
          strokeWidth={1.5}
        />
      </g>
    </g>
  );
}
