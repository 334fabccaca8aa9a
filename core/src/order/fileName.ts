import { fileSlug } from '../slug.ts';
import { type BakeOrder, lutOrder } from './bake.ts';
import { endToken } from './end.ts';

const slug = (text: string) => fileSlug(text, 'look');

/** What the footage an offset is for was exposed; a dot would end the name for some readers. */
const exposedToken = (offset: number) =>
  `${String(Math.abs(offset)).replace('.', 'p')}st-${offset < 0 ? 'over' : 'under'}`;

/** A name that decodes: look, version, from, to, role, exposure, grid. Letters, digits, dashes and underscores only. */
export function cubeFileName(order: BakeOrder): string {
  const { look, role, grid, version } = order;
  const { input, output, offset } = lutOrder(order);
  const parts = [
    slug(look.name),
    version === undefined ? '' : `v${version}`,
    slug(endToken(input)),
    slug(endToken(output)),
    role,
    offset === 0 ? '' : exposedToken(offset),
    `${grid}`,
  ];
  return `${parts.filter((p) => p !== '').join('_')}.cube`;
}
