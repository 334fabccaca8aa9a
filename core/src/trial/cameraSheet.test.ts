import { describe, expect, test } from 'vitest';
import { newLook } from '../look/document.ts';
import { PreviewBaker } from '../order/previewBaker.ts';
import { usualPractice } from '../readings/practice.ts';
import { standardDisplay } from '../render/display.ts';
import { profileOf } from '../testing/profiles.ts';
import { trialPlate } from '../testing/trialPlates.ts';
import { cameraSheet, recordedPlates, throughEvery } from './cameraSheet.ts';
import type { TrialSetting } from './cell.ts';

const cameras = ['heron', 'wren', 'curlew'].map(profileOf);
const neutral = { ...newLook('Neutral'), steps: [] };
const plate = trialPlate('heads-and-chart', cameras[0], { pixels: 3000, noise: 0 });
const setting = (profiles = cameras): TrialSetting => ({
  display: standardDisplay,
  practice: usualPractice,
  profiles,
  baker: new PreviewBaker(),
});

describe('a cross-camera sheet', () => {
  test('of a neutral look agrees within ΔE2000 1 in the mean, on the scene and on the chart', () => {
    const { pairs, patches } = cameraSheet(throughEvery(plate, cameras), neutral, setting());
    expect(pairs).toHaveLength(3);
    for (const { a, b, mean, chart } of pairs) {
      expect(mean, `${a} and ${b}`).toBeLessThan(1);
      expect(chart!.mean, `${a} and ${b}, chart`).toBeLessThan(1);
      expect(chart!.patches).toHaveLength(24);
    }
    expect(patches.map((p) => p.name)).toContain('D6');
  });

  test('a profile with a wrong matrix stands out from those that are right', () => {
    const wren = cameras[1];
    // Green taken for redder than it is, as by a slip of a digit.
    const primaries = { ...wren.primaries, green: [0.365, 0.59] as [number, number] };
    const wrong = { ...wren, id: 'wrong', primaries };
    const entries = throughEvery(plate, cameras);
    const misread = { ...entries[1], id: 'wrong', condition: { ...entries[1].condition, readAs: 'wrong' } };
    const { pairs } = cameraSheet([...entries, misread], neutral, setting([...cameras, wrong]));
    const means = (isWrong: boolean) => pairs.filter((p) => (p.b === 'wrong') === isWrong).map((p) => p.mean);
    expect(Math.min(...means(true))).toBeGreaterThan(2 * Math.max(...means(false)));
    const chart = (isWrong: boolean) =>
      pairs.filter((p) => (p.b === 'wrong') === isWrong).map((p) => p.chart!.patches[0].deltaE);
    expect(Math.min(...chart(true))).toBeGreaterThan(2 * Math.max(...chart(false)));
  });

  test.each([
    ['a third of a stop over', 1 / 3],
    ['two stops under', -2],
  ])('a recording %s is brought together by as much, and the mean with it is small', (_, exposure) => {
    const over = {
      ...trialPlate('heads-and-chart', cameras[1], { pixels: 3000, noise: 0, exposure }),
      name: 'Off',
    };
    const { pairs } = cameraSheet(recordedPlates([{ ...plate, name: 'Right' }, over]), neutral, setting());
    const [{ remedy, mean, chart }] = pairs;
    expect(chart).toBeNull();
    expect(remedy!.exposure).toBeCloseTo(-exposure, 1);
    expect(Math.abs(remedy!.mired)).toBeLessThan(4);
    expect(remedy!.mean).toBeLessThan(0.4 * mean);
  });
});
