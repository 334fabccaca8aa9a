import { noteSketch } from '../../notes/sketch.ts';
import { type NotedPlate, plateNoteLines, slateName } from '../../notes/words.ts';
import { escape } from './page.ts';

export const shotsTitle = 'Shot by shot';
export const shotsAbout =
  'Work that no LUT holds, in the order of the film: to be done by hand, in front of the LUT unless a note says otherwise.';

/** What is noted on plates, with a sketch of where; empty where nothing is. */
export function shotsBlock(plates: readonly NotedPlate[]): string {
  if (plates.length === 0) return '';
  const one = (plate: NotedPlate) =>
    `<h3>${escape(slateName(plate))}</h3><div class="shot">${plate.notes.some((n) => n.shape) ? `<figure>${noteSketch(plate)}</figure>` : ''}<p>${plateNoteLines(plate).map(escape).join('<br>')}</p></div>`;
  return `<h2>${shotsTitle}</h2><p class="soft">${shotsAbout}</p>${plates.map(one).join('')}`;
}
