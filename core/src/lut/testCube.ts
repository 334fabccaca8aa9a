import { type Cube3d, gridCodes, unitDomain } from './cube.ts';

/** A small cube that warms and bends: for tests. */
export function warmCube(size = 5): Cube3d {
  const data = gridCodes(size);
  for (let i = 0; i < data.length; i += 3) {
    data[i] = data[i] ** 0.9;
    data[i + 2] = data[i + 2] ** 1.15;
  }
  return { kind: '3d', size, ...unitDomain, data, title: 'warm', comments: [] };
}
