import { defineDestination } from '../destination.ts';

export const phone = defineDestination({
  id: 'phone',
  label: 'Phone',
  about: 'Monitoring and editing on a telephone',
  grids: [17, 33],
  maxBytes: 1_500_000,
  nameLength: 40,
  characters: 'any',
  folderDepth: 0,
  interpolation: 'trilinear',
  formats: ['cube', 'hald8'],
});
