import { defineDestination } from '../destination.ts';

export const finishing = defineDestination({
  id: 'finishing',
  label: 'Finishing',
  about: 'The last grade, where size does not matter',
  grids: [65],
  range: 'full',
  formats: ['cube', 'clf'],
  byCamera: true,
});
