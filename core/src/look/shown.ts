import type { ShownDisplay } from '../render/encoding.ts';
import type { Rendering } from '../render/rendering.ts';
import type { Look } from './document.ts';

/** A look on a display: what a picture is made by. It is no document, and none is made of it by mistake. */
export type ShownLook = Omit<Look, 'rendering'> & {
  rendering: Rendering;
  /** Which of the project's looks it is, where it is one: a plate may take less of it. */
  id?: string | undefined;
};

export const shownOn = (look: Look, display: ShownDisplay): ShownLook => ({
  ...look,
  rendering: { ...look.rendering, ...display },
});

/** Look and display apart again. */
export function apart({ rendering, id: _, ...look }: ShownLook): { look: Look; display: ShownDisplay } {
  const { preset, gamutFit, ...display } = rendering;
  return { look: { ...look, rendering: { preset, gamutFit } }, display };
}
