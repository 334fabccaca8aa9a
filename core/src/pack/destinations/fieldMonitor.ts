import { defineDestination } from '../destination.ts';

export const fieldMonitor = defineDestination({
  id: 'field-monitor',
  label: 'Field monitor',
  about: 'Loaded from a card into a monitor on set',
  grids: [17],
  nameLength: 12,
  characters: 'plain',
  folderDepth: 1,
  slots: 16,
  interpolation: 'trilinear',
  depthInside: 10,
  naming: 'short',
});
