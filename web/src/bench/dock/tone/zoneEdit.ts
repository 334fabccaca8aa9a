import type { LookStep } from '@velvet-dusk/core/look/document';
import { type ZoneName, zoneNames } from '@velvet-dusk/core/look/steps/zoneCurve';
import { type ZonesParams, zonesSchema } from '@velvet-dusk/core/look/steps/zones';
import { numberField } from '@velvet-dusk/core/numberField';
import { editParams } from '../../../state/document.ts';

export type Zone = ZonesParams[ZoneName];
export const zoneLabels: Record<ZoneName, string> = {
  blacks: 'Blacks',
  shadows: 'Shadows',
  midtones: 'Midtones',
  highlights: 'Highlights',
  whites: 'Whites',
};
/** Neighbouring centres stay this far apart, as the schema asks. */
const minGap = 0.5;

/** Limits, steps and defaults of a zone's numbers, from the step's own schema. */
export const zoneField = (name: ZoneName, key: keyof Zone) =>
  numberField(zonesSchema.shape[name].def.innerType.shape[key]);

const hold = (x: number, low: number, high: number) => Math.min(Math.max(x, low), high);

/** Changes one zone, keeping every number inside its limits and the centres in order. */
export function editZone(step: LookStep, name: ZoneName, change: Partial<Zone>): void {
  editParams(step.id, (params) => {
    const all = params as unknown as ZonesParams;
    const zone: Zone = { ...all[name], ...change };
    for (const key of Object.keys(zone) as (keyof Zone)[]) {
      const { min, max } = zoneField(name, key);
      zone[key] = Number(hold(zone[key], min, max).toFixed(4));
    }
    const i = zoneNames.indexOf(name);
    const low = i > 0 ? all[zoneNames[i - 1]].centre + minGap : -Infinity;
    const high = i < zoneNames.length - 1 ? all[zoneNames[i + 1]].centre - minGap : Infinity;
    zone.centre = hold(zone.centre, low, high);
    return { [name]: zone };
  });
}
