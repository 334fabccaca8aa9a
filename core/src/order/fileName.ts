import { type BakeOrder, lutOrder } from './bake.ts';
import { endToken } from './end.ts';
import { freeToken, offsetToken, versionToken } from './nameTokens.ts';

/** A name that decodes: look, version, from, to, role, exposure, grid. Letters, digits, dashes and underscores only. */
export function cubeFileName(order: BakeOrder): string {
  const { look, role, grid, version } = order;
  const { input, output, offset } = lutOrder(order);
  const parts = [
    freeToken(look.name, 'look'),
    version === undefined ? '' : versionToken(version),
    freeToken(endToken(input), 'input'),
    freeToken(endToken(output), 'output'),
    role,
    offset === 0 ? '' : offsetToken(offset),
    `${grid}`,
  ];
  return `${parts.filter((p) => p !== '').join('_')}.cube`;
}
