import { beforeEach, describe, expect, test } from 'vitest';
import type { HueNode } from '@velvet-dusk/core/look/steps/hueBelt';
import { newLook } from '@velvet-dusk/core/look/document';
import { addStep, history, undo, useDocument } from '../../state/document.ts';
import { curveKinds } from './curves/curveKinds.ts';
import { addPoint, movePoint, pointsOf, removePoint } from './curves/pointEdit.ts';
import { addNode, editNode, removeNode } from './hue/beltEdit.ts';
import { setNumber } from './setNumber.ts';
import { stepNumbers } from './stepNumbers.ts';
import { setTextureNumber } from './texture/setTextureNumber.ts';
import { editZone } from './tone/zoneEdit.ts';

beforeEach(() => {
  useDocument.setState({ lookId: 'look', look: newLook('Edited'), plates: {} });
  history().clear();
});

const stepOf = (id: string) => useDocument.getState().look.steps.find((s) => s.id === id)!;

describe('nodes of the hue belt', () => {
  const nodes = (id: string) => stepOf(id).params.nodes as HueNode[];

  test('a hue is put in once, wrapped round the circle; near another it is that one', () => {
    const id = addStep('hueBelt', { nodes: [] });
    expect(addNode(id, nodes(id), 380)).toBe(0);
    expect(nodes(id)[0].hue).toBe(20);
    expect(addNode(id, nodes(id), 21)).toBe(0);
    expect(addNode(id, nodes(id), -60)).toBe(1);
    expect(nodes(id).map((n) => n.hue)).toEqual([20, 300]);
  });

  test('numbers are held to their limits, and a hue that would touch a neighbour is not taken', () => {
    const id = addStep('hueBelt', { nodes: [] });
    addNode(id, nodes(id), 20);
    addNode(id, nodes(id), 200);
    editNode(id, 0, { turn: 1e6, saturation: -5 });
    expect(nodes(id)[0].turn).toBeLessThan(200);
    expect(nodes(id)[0].saturation).toBeGreaterThanOrEqual(0);
    editNode(id, 0, { hue: 201 });
    expect(nodes(id)[0].hue).toBe(20);
    editNode(id, 0, { hue: -10 });
    expect(nodes(id)[0].hue).toBe(350);
    removeNode(id, 0);
    expect(nodes(id).map((n) => n.hue)).toEqual([200]);
    undo();
    expect(nodes(id)).toHaveLength(2);
  });

  test('there is room for sixteen', () => {
    const id = addStep('hueBelt', { nodes: [] });
    for (let i = 0; i < 16; i++) expect(addNode(id, nodes(id), i * 22)).toBe(i);
    expect(addNode(id, nodes(id), 11)).toBe(-1);
    expect(nodes(id)).toHaveLength(16);
  });
});

describe('points of curves', () => {
  const [kind] = curveKinds;
  const middle = (kind.x.min + kind.x.max) / 2;

  test('a point goes onto the curve, moves between its neighbours, and two always stay', () => {
    const id = addStep('curves');
    const before = pointsOf(stepOf(id), kind).length;
    const index = addPoint(stepOf(id), kind, middle + 0.37);
    const put = pointsOf(stepOf(id), kind)[index];
    expect(pointsOf(stepOf(id), kind).length).toBeGreaterThanOrEqual(before);
    expect(put.x).toBeCloseTo(middle + 0.37, 2);
    movePoint(stepOf(id), kind, index, { x: 1e6, y: 1e6 });
    const points = pointsOf(stepOf(id), kind);
    const next = points[index + 1]?.x ?? kind.x.max + kind.gap;
    expect(points[index].x).toBeLessThanOrEqual(next - kind.gap + 1e-9);
    expect(points[index].y).toBe(kind.y.max);
    for (let i = 0; i < 20; i++) removePoint(stepOf(id), kind, 0);
    expect(pointsOf(stepOf(id), kind)).toHaveLength(2);
  });

  test('outside the axis there is no room', () => {
    const id = addStep('curves');
    expect(addPoint(stepOf(id), kind, kind.x.max + 1)).toBe(-1);
  });
});

describe('zones', () => {
  test('centres stay in order and apart, numbers inside their limits', () => {
    editZone(stepOf('zones'), 'shadows', { centre: 5, density: 99 });
    const zones = stepOf('zones').params as Record<string, { centre: number; density: number }>;
    expect(zones.shadows.centre).toBeCloseTo(zones.midtones.centre - 0.5, 9);
    expect(zones.shadows.density).toBeLessThan(10);
    editZone(stepOf('zones'), 'blacks', { centre: 0 });
    const after = stepOf('zones').params as typeof zones;
    expect(after.blacks.centre).toBeLessThanOrEqual(after.shadows.centre - 0.5 + 1e-9);
  });
});

describe('numbers set on a drawing', () => {
  test('are held to their limits, and switch on what was off', () => {
    const spec = stepNumbers('exposure').get('stops')!;
    useDocument.setState(({ look }) => ({
      look: { ...look, steps: look.steps.map((s) => (s.id === 'exposure' ? { ...s, on: false } : s)) },
    }));
    setNumber(stepOf('exposure'), 'stops', spec, 1e4);
    expect(stepOf('exposure')).toMatchObject({ on: true, params: { stops: spec.max } });
  });

  test('so are those of texture', () => {
    setTextureNumber('halation', 'amount', -3);
    expect(useDocument.getState().look.texture.halation).toMatchObject({ on: true, amount: 0 });
    setTextureNumber('grain', 'rms', 900);
    expect(useDocument.getState().look.texture.grain.rms).toBe(40);
    expect(useDocument.getState().look.texture.bloom.on).toBe(false);
    undo();
    expect(useDocument.getState().look.texture.grain.on).toBe(false);
  });
});
