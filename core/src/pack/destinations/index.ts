import { cameraSlot } from './cameraSlot.ts';
import { editor } from './editor.ts';
import { fieldMonitor } from './fieldMonitor.ts';
import { finishing } from './finishing.ts';
import { phone } from './phone.ts';
import { recorder } from './recorder.ts';

/**
 * Places files go to, as a pack begins with them; in a pack each is edited freely. The rules are made up after the usual
 * kinds (common practice). To add one: a file, a line here.
 */
export const destinations = { cameraSlot, fieldMonitor, recorder, phone, editor, finishing } as const;
