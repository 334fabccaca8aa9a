import { beforeEach, describe, expect, test } from 'vitest';
import { negatives } from '@velvet-dusk/core/film/negatives';
import { prints } from '@velvet-dusk/core/film/prints';
import { systemLights } from '@velvet-dusk/core/film/system';
import { newLook } from '@velvet-dusk/core/look/document';
import type { PrintParams } from '@velvet-dusk/core/look/steps/print';
import { addStep, editParams, undo, useDocument } from '../../../state/document.ts';
import { filmHandles } from './filmHandles.ts';
import { filmPlots } from './filmPlots.ts';
import { filmSteps, stockOf } from '@velvet-dusk/core/look/filmStock';
import { setLocked, systemOf } from './filmSteps.ts';
import { loadStock, nextStock } from './stocks.ts';

const steps = () => filmSteps(useDocument.getState().look);
const loaded = (kind: 'negative' | 'print') => stockOf(steps()[kind])?.id;

beforeEach(() =>
  useDocument.setState({ lookId: 'look', look: { ...newLook('Film'), steps: [] }, plates: {} }),
);

describe('stocks', () => {
  test('a step that is put in by hand starts with a stock; one is also put in by choosing', () => {
    addStep('negative');
    expect(loaded('negative')).toBe(negatives[0].id);
    loadStock('print', steps().print, prints[2]);
    expect(loaded('print')).toBe(prints[2].id);
    undo();
    expect(steps().print).toBeUndefined();
  });

  test('the next and the one before go round about', () => {
    addStep('negative');
    nextStock('negative', steps().negative, -1);
    expect(loaded('negative')).toBe(negatives.at(-1)!.id);
    nextStock('negative', steps().negative, 1);
    expect(loaded('negative')).toBe(negatives[0].id);
    nextStock('print', steps().print, 1);
    expect(loaded('print')).toBe(prints[0].id);
  });

  test('a print goes with the last negative before it', () => {
    const first = addStep('negative');
    const second = addStep('negative', { stock: negatives[1] });
    addStep('print');
    expect([first, second]).toContain(steps().negative?.id);
    expect(steps().negative?.id).toBe(
      useDocument
        .getState()
        .look.steps.filter((s) => s.type === 'negative')
        .at(-1)!.id,
    );
  });
});

describe('lights', () => {
  test('locked, they are what the timer had set, and stay when the negative changes', () => {
    addStep('negative', { stock: negatives[1], index: 1 });
    addStep('print');
    const timed = systemLights(systemOf(steps()))!;
    setLocked(steps(), true);
    const { red, green, blue, locked } = steps().print!.params as PrintParams;
    expect(locked).toBe(true);
    [red, green, blue].forEach((l, i) => expect(l).toBeCloseTo(timed[i], 2));
    editParams(steps().negative!.id, () => ({ index: -1 }));
    expect(systemLights(systemOf(steps()))).toEqual([red, green, blue]);
    setLocked(steps(), false);
    expect(systemLights(systemOf(steps()))![1]).not.toBeCloseTo(green, 1);
  });
});

describe('the three diagrams', () => {
  test('need what they show, and a grey lies at the aim on the last', () => {
    addStep('negative');
    expect(filmPlots(systemOf(steps())).map((p) => p?.title)).toEqual(['Negative', undefined, undefined]);
    addStep('print');
    const system = systemOf(steps());
    const plots = filmPlots(system);
    const tone = plots[2]!;
    const grey = tone.xs.findIndex((x) => Math.abs(x) < 1e-9);
    for (const line of tone.lines) expect(line[grey]).toBeCloseTo(prints[0].aim, 3);
    // Every handle sits on a line of its diagram, inside its axes.
    filmHandles(steps(), plots, system).forEach((handles, i) =>
      handles.forEach(({ spec: { at } }) => {
        const { x, y } = plots[i]!;
        expect(at[0]).toBeGreaterThanOrEqual(x.min);
        expect(at[0]).toBeLessThanOrEqual(x.max);
        expect(at[1]).toBeGreaterThanOrEqual(y.min);
        expect(at[1]).toBeLessThanOrEqual(y.max);
      }),
    );
  });

  test('a handle moves its curve the way it is dragged', () => {
    addStep('negative');
    addStep('print');
    const before = filmPlots(systemOf(steps()));
    const handles = filmHandles(steps(), before, systemOf(steps())).flat();
    for (const { step, spec } of handles.filter((h) => h.spec.along === 'y')) {
      const i = before.findIndex((_, k) =>
        filmHandles(steps(), before, systemOf(steps()))[k].some((h) => h.spec.key === spec.key),
      );
      // Some way up the drawing; what rests at its lower limit is moved up, and its line goes where the sign says.
      const by = ['blackSoft', 'whiteSoft', 'silver'].includes(spec.key) ? 0.3 : 0.1 * spec.perUnit;
      editParams(step.id, (p) => ({ [spec.key]: (p[spec.key] as number) + by }));
      const now = filmPlots(systemOf(steps()))[i]!;
      const at = now.xs.findIndex((x) => x >= spec.at[0]);
      const moved = now.lines[1][at] - before[i]!.lines[1][at];
      expect(moved * Math.sign(by) * Math.sign(spec.perUnit), spec.key).toBeGreaterThan(0.005);
      undo();
    }
  });
});
