import { defineDestination } from '../destination.ts';

export const editor = defineDestination({
  id: 'editor',
  label: 'Editor',
  about: 'Editing and grading programs',
  byCamera: true,
});
