import type { Look } from '../look/document.ts';
import { type ShownLook, shownOn } from '../look/shown.ts';
import { standardDisplay } from '../render/display.ts';

/** A look on the standard display. */
export const onStandard = (look: Look): ShownLook => shownOn(look, standardDisplay);
