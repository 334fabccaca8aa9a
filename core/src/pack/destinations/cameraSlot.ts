import { defineDestination } from '../destination.ts';

export const cameraSlot = defineDestination({
  id: 'camera-slot',
  label: 'Camera slot',
  about: 'Loaded into the camera, for its own screen and outputs',
  grids: [17, 33],
  nameLength: 12,
  characters: 'capitals',
  folderDepth: 0,
  slots: 4,
  range: 'full',
  interpolation: 'trilinear',
  depthInside: 12,
  naming: 'short',
});
