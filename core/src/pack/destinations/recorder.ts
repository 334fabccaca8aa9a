import { defineDestination } from '../destination.ts';

export const recorder = defineDestination({
  id: 'recorder',
  label: 'Recorder',
  about: 'A recorder with a screen, between camera and monitor',
  grids: [17, 33],
  maxBytes: 2_000_000,
  nameLength: 31,
  characters: 'plain',
  folderDepth: 1,
  slots: 32,
  range: 'narrow',
  depthInside: 12,
  naming: 'short',
});
