import { memoizeRecent } from '@velvet-dusk/core/numeric/memoizeRecent';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import { proofPixels } from '@velvet-dusk/core/order/plateCodes';
import { recordedFrame, type RecordedFrame, type Recording } from '@velvet-dusk/core/recording/recordedFrame';
import { readStored } from './stored.ts';

/** A recording whose frame lies in a file. */
export interface FiledRecording extends Recording {
  /** Checksum of the stored frame, and where it lies. */
  frameSha: string;
  path: string;
}

/** Frames are looked at once for all exports of a project: some 15 kB are kept of each. */
const sampled = memoizeRecent(200, async (path: string) => {
  const { rgb, width, height } = await readStored(path, path);
  return sparse(rgb, width, height, proofPixels);
});

/** Frames with as few pixels as a proof takes of them; one that cannot be read is left out. */
export async function proofFrames(recordings: readonly FiledRecording[]): Promise<RecordedFrame[]> {
  const frames: RecordedFrame[] = [];
  for (const recording of recordings) {
    const picture = await sampled(recording.path).catch(() => null);
    if (picture) frames.push(recordedFrame(recording, picture));
  }
  return frames;
}
