import { levels } from '../../colour/range.ts';
import type { FaultKind } from './fault.ts';

const { black, white } = levels('narrow', 10);
/** A code and a half of 8 bits. */
const near = 1.5 / 255;

/** Black at 64 and white at 940 of 1023: made for narrow range, and nothing in the file says so. */
export const narrowOutput: FaultKind = {
  id: 'narrowOutput',
  label: 'Narrow range, unsaid',
  unit: '',
  meaning:
    'Black comes out at 64 of 1023 and white at 940: shown in full range it is grey where it should be black.',
  remedy: 'Change its output to full range, or say the range in its name.',
  find({ neutral, lattice, lut }) {
    const first = neutral.subarray(0, 3);
    const last = neutral.subarray(-3);
    const isNarrow =
      first.every((v) => Math.abs(v - black) < near) &&
      last.every((v) => Math.abs(v - white) < near) &&
      lattice.low > black - near &&
      lattice.high < white + near;
    const isSaid = [lut.title, ...lut.comments].some((line) => /narrow|legal|64.{1,3}940/i.test(line));
    return isNarrow && !isSaid ? { id: this.id, at: null, size: white - black } : null;
  },
};
