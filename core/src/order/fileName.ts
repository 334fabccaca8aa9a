import { type BakeOrder, lutOrder } from './bake.ts';
import { endToken } from './end.ts';

const slug = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'look';

/** A name that decodes: look, version, from, to, role, grid. Letters, digits, dashes and underscores only. */
export function cubeFileName(order: BakeOrder): string {
  const { look, role, grid, version } = order;
  const { input, output } = lutOrder(order);
  const parts = [
    slug(look.name),
    version === undefined ? '' : `v${version}`,
    slug(endToken(input)),
    slug(endToken(output)),
    role,
    `${grid}`,
  ];
  return `${parts.filter((p) => p !== '').join('_')}.cube`;
}
