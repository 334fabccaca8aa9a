import { expect, test } from 'vitest';
import { negatives } from '@velvet-dusk/core/film/negatives';
import { prints } from '@velvet-dusk/core/film/prints';
import { newLook, parseLook } from '@velvet-dusk/core/look/document';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { usualPractice } from '@velvet-dusk/core/readings/practice';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import { pathItems, type PathInput } from './pathItems.ts';

const reading = (id: string, label: string, text: string, verdict: Reading['verdict']): Reading => ({
  id,
  label,
  text,
  verdict,
  value: 1,
  unit: '%',
  target: '',
  detail: '',
  miss: verdict === 'holds' ? 0 : 1,
});
const input: PathInput = {
  profileName: 'Heron log',
  doubt: '',
  shot: { ...neutralShot, exposure: -0.3 },
  neutralSpread: null,
  look: shownOn(newLook('Mine'), standardDisplay),
  readings: [
    reading('midGrey', 'Mid-grey', '42.0 %', 'holds'),
    reading('black', 'Black', '6.0 %', 'fails'),
    reading('skinHue', 'Skin hue', '+1.0°', 'holds'),
  ],
  effects: new Map([['saturation', 1.25]]),
  plates: ['holds', 'close', 'holds'],
  lastRun: null,
  toneShape: {
    rollOff: { toe: 2.34, shoulder: null, steepest: { rise: 17.2, stops: -0.4 } },
    own: { toe: 2.2, shoulder: 2.5, steepest: { rise: 16, stops: -0.4 } },
    contrast: { whole: 1.62, rendering: 1.5, steps: [{ name: 'Contrast', factor: 1.08 }] },
  },
  suited: { strength: 0.6, miss: 0, missAtFull: 1 },
  practice: usualPractice,
};
const item = (id: string, change: Partial<PathInput> = {}) =>
  pathItems({ ...input, ...change }).find((i) => i.id === id)!;

test('the path has the stages practitioners name, in their order (common practice)', () => {
  expect(pathItems(input).map((i) => i.id)).toEqual([
    'normalise',
    'expose',
    'balance',
    'tone',
    'contrast',
    'rollOff',
    'tint',
    'hue',
    'skin',
    'film',
    'ends',
    'compare',
    'strength',
    'test',
  ]);
});

test('each stage says what was measured, and its worst reading leads on', () => {
  expect(item('tone')).toMatchObject({
    verdict: 'fails',
    reading: 'black',
    says: 'mid-grey 42.0 %, black 6.0 %',
  });
  expect(item('skin').verdict).toBe('holds');
  expect(item('contrast')).toMatchObject({
    verdict: 'holds',
    says: '1.62: rendering 1.50, Contrast ×1.08',
  });
  expect(item('rollOff').says).toBe(
    'toe 2.3 st, no shoulder, steepest 17 % a stop; shoulder of the rendering 2.5 st',
  );
  expect(item('rollOff')).toMatchObject({ verdict: 'fails', mends: 'rollOff' });
  const below = { ...usualPractice, whites: 'below' as const };
  expect(item('rollOff', { practice: below }).verdict).toBe('holds');
  expect(item('contrast', { toneShape: null })).toMatchObject({ verdict: 'none', says: 'being measured' });
  expect(item('hue').says).toContain('ΔE 1.3');
  expect(item('compare')).toMatchObject({
    verdict: 'close',
    says: 'of 3 plates 2 hold, 1 are close, 0 fail',
  });
  expect(item('compare', { plates: ['holds', null, 'holds', null] })).toMatchObject({
    verdict: 'none',
    says: 'of 4 plates 2 hold, 0 are close, 0 fail; 2 not measured yet',
  });
  expect(item('compare', { plates: ['fails', null] }).verdict).toBe('fails');
  expect(item('strength')).toMatchObject({ verdict: 'close', says: '100 %; this plate takes 60 %' });
});

test('the test leads to trials, with what the last saved run came to', () => {
  expect(item('test')).toMatchObject({ station: 'trials', verdict: 'none', says: 'no run saved' });
  expect(item('test', { lastRun: { cells: 12, fails: 2 } })).toMatchObject({
    verdict: 'fails',
    says: 'last saved run: 10 of 12 cells hold',
  });
  expect(item('test', { lastRun: { cells: 12, fails: 0 } }).verdict).toBe('holds');
});

test('what is not there is said, not judged', () => {
  expect(item('balance').verdict).toBe('none');
  expect(item('balance', { neutralSpread: 0.8 })).toMatchObject({ verdict: 'holds' });
  expect(item('balance', { neutralSpread: 9 }).verdict).toBe('fails');
  expect(item('normalise', { doubt: 'the frame looks more like Plover' }).verdict).toBe('fails');
  expect(item('film').verdict).toBe('none');
});

test('film says which stocks are in the look, and leads to its dock', () => {
  const withFilm = (...types: ('negative' | 'print')[]) => {
    const steps = types.map((type) => ({
      id: type,
      type,
      params: { stock: type === 'negative' ? negatives[0] : prints[0] },
    }));
    const look = parseLook({ ...newLook('Mine'), steps }, 'mine');
    return item('film', { look: shownOn(look, standardDisplay) });
  };
  expect(item('film')).toMatchObject({ says: 'no film in this look', dock: 'film' });
  expect(withFilm('negative', 'print').says).toBe(`${negatives[0].name} on ${prints[0].name}`);
  expect(withFilm('negative').says).toMatch(/as a scan; no print/);
});
