import type { Profile } from '../camera/profile.ts';
import { signalToCode, levels } from '../colour/range.ts';
import { lookFrom } from '../look/startingPoints.ts';
import type { Cube3d } from '../lut/cube.ts';
import { bake, type BakeOrder } from '../order/bake.ts';
import { standardDisplay } from '../render/display.ts';

/** A file of a folder that shows what this station does. */
export interface SampleFile {
  path: string;
  make(): Cube3d;
}

const grid = 17;
const narrow = levels('narrow', 10);
/** What was named and commented is left out, as makers do. */
const bare = (cube: Cube3d): Cube3d => ({ ...cube, title: '', comments: [] });

/**
 * A folder as makers hand them out, of a project's own cameras: some files sound and rightly named, some doubled, some
 * with a fault, some that say nothing of themselves. All invented.
 */
export function sampleFolder(profiles: readonly Profile[]): SampleFile[] {
  const cameras = profiles.filter((p) => p.camera !== '').slice(0, 3);
  const order =
    (profile: Profile, role: BakeOrder['role'], look: string, more: Partial<BakeOrder> = {}) =>
    () =>
      bare(bake({ role, profile, grid, look: lookFrom(look, look), display: standardDisplay, ...more }));
  const file = (path: string, make: () => Cube3d): SampleFile => ({ path, make });
  const changed = (make: () => Cube3d, change: (v: number, i: number) => number) => () => {
    const cube = make();
    return { ...cube, data: cube.data.map(change) };
  };
  return cameras.flatMap((camera, i) => {
    const other = cameras[(i + 1) % cameras.length];
    const of = (role: BakeOrder['role'], look: string, more?: Partial<BakeOrder>) =>
      order(camera, role, look, more);
    const folder = `harbour-pack/${camera.id}`;
    const files = [
      file(`${folder}/${camera.id}_to_BT709_17.cube`, of('conversion', 'neutral')),
      file(`${folder}/Cold-dusk_${camera.id}_BT709_17.cube`, of('combined', 'cold-dusk')),
      file(`${folder}/Amber-street_${camera.id}_BT709_17.cube`, of('combined', 'amber-street')),
      file(`${folder}/onset_plus1.cube`, of('monitor', 'cold-dusk', { offset: 1 })),
      file(`${folder}/${camera.id}_to_${other.id}.cube`, of('camera-to-camera', 'neutral', { to: other })),
    ];
    if (i > 0) return files;
    const conversion = of('conversion', 'neutral');
    return [
      ...files,
      file('harbour-pack/creative/Two-sides_display.cube', of('creative-display', 'two-sides')),
      file('harbour-pack/creative/Cold dusk (copy).cube', of('combined', 'cold-dusk')),
      file('harbour-pack/creative/Silver_log.cube', of('creative-log', 'silver')),
      file('harbour-pack/old/unknown_A.cube', of('combined', 'late-sun', { grid: 33 })),
      file(
        'harbour-pack/old/for_the_recorder.cube',
        changed(conversion, (v) => signalToCode(v, narrow)),
      ),
      file(
        'harbour-pack/old/half_grey.cube',
        changed(conversion, (v, n) => v * (n % 3 === 2 ? 0.975 : 1)),
      ),
      file(
        'harbour-pack/old/from_8_bits.cube',
        changed(conversion, (v) => Math.round(v * 255) / 255),
      ),
      file(
        'harbour-pack/old/spoilt_node.cube',
        changed(conversion, (v, n) => (n === ((8 * grid + 9) * grid + 7) * 3 + 1 ? v + 0.12 : v)),
      ),
    ];
  });
}
