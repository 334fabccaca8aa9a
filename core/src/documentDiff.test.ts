import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { differences } from './documentDiff.ts';

describe('differences of documents', () => {
  test('single values, by the path to them', () => {
    const a = { name: 'A', shot: { exposure: 0, mired: 20 }, marks: [] };
    const b = { name: 'A', shot: { exposure: 0.5, mired: 20 }, marks: [] };
    expect(differences(a, b)).toEqual([{ path: ['shot', 'exposure'], a: 0, b: 0.5 }]);
    expect(differences(a, structuredClone(a))).toEqual([]);
  });

  test('steps by their ID, whatever their place; what only one has is told whole', () => {
    const zones = { id: 'zones', params: { warm: 0.1 } };
    const fade = { id: 'fade', params: { black: 2 } };
    const moved = { id: 'zones', params: { warm: 0.4 } };
    expect(differences([zones, fade], [fade, moved])).toEqual([
      { path: ['zones', 'params', 'warm'], a: 0.1, b: 0.4 },
      { path: ['order'], a: 'zones, fade', b: 'fade, zones' },
    ]);
    expect(differences([zones], [zones, fade])).toEqual([{ path: ['fade'], a: undefined, b: fade }]);
  });

  test('none for a document and its copy; turned round, the sides change places', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        expect(differences(a, structuredClone(a))).toEqual([]);
        const back = differences(b, a).map(({ path, a: x, b: y }) => [path.join('/'), y, x]);
        const there = differences(a, b).map(({ path, a: x, b: y }) => [path.join('/'), x, y]);
        expect(new Set(back.map((d) => JSON.stringify(d)))).toEqual(
          new Set(there.map((d) => JSON.stringify(d))),
        );
      }),
    );
  });
});
