import type { BakeOrder } from './bake.ts';

const slug = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'look';

/** A name that decodes: look, version, profile, role, grid. Letters, digits, dashes and underscores only. */
export function cubeFileName({ look, profile, role, grid, version }: BakeOrder): string {
  const parts = [
    slug(look.name),
    version === undefined ? '' : `v${version}`,
    slug(profile.id),
    role,
    `${grid}`,
  ];
  return `${parts.filter((p) => p !== '').join('_')}.cube`;
}
