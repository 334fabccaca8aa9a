import { beforeEach, expect, test } from 'vitest';
import { emptyRecord } from '@velvet-dusk/core/recording/shotRecord';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { newLook } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import { stepDefinitions } from '@velvet-dusk/core/look/steps/index';
import {
  acceptOffer,
  addStep,
  beginGesture,
  documentOf,
  duplicateStep,
  editLook,
  editParams,
  editShot,
  editStep,
  endGesture,
  history,
  moveStep,
  pasteStep,
  redo,
  removeStep,
  undo,
  useDocument,
} from './document.ts';

const plate = {
  name: 'Quay',
  scene: 'Quay',
  profileId: 'heron',
  shot: neutralShot,
  marks: [],
  texture: {},
  strengths: {},
  acceptedMisses: {},
  record: emptyRecord,
  shotNotes: [],
};
const text = () => canonicalJson(documentOf(useDocument.getState()));

beforeEach(() => {
  useDocument.setState({ lookId: 'look', look: newLook('Mixed'), plates: { quay: plate } });
  history().clear();
});

/** One edit of a kind a person makes, chosen by chance. */
function randomEdit(uniform: () => number): void {
  const { steps } = useDocument.getState().look;
  const one = steps[Math.floor(uniform() * steps.length)];
  const type = stepDefinitions[Math.floor(uniform() * stepDefinitions.length)].id;
  const kinds = [
    () => addStep(type),
    () => one && editStep(one.id, { on: !one.on }),
    () => one && editStep(one.id, { strength: Math.round(uniform() * 100) / 100 }),
    () => one && moveStep(one.id, uniform() < 0.5 ? -1 : 1),
    () => one && steps.length < 30 && duplicateStep(one.id),
    () => one && steps.length > 3 && removeStep(one.id),
    () => one && pasteStep(one),
    () => editShot('quay', { exposure: Math.round(uniform() * 40) / 10 - 2 }),
    () => editLook((look) => ({ ...look, colourOnly: !look.colourOnly })),
    () => editLook((look) => ({ ...look, strength: uniform() })),
    () => {
      const { look, plates } = useDocument.getState();
      const shot = { ...plates.quay.shot, exposure: Math.round(uniform() * 40) / 10 - 2 };
      acceptOffer(
        { lane: uniform() < 0.5 ? 'look' : 'shot', look: { ...look, strength: uniform() }, shot },
        'quay',
      );
    },
    () => {
      // A drag: many changes, one step of undo.
      beginGesture();
      for (let i = 0; i < 5; i++)
        if (one?.type === 'contrast') editParams(one.id, () => ({ contrast: 0.5 + uniform() }));
        else editShot('quay', { mired: Math.round(uniform() * 80) });
      endGesture();
    },
  ];
  kinds[Math.floor(uniform() * kinds.length)]();
}

test('undo and redo over 200 mixed edits give byte-identical documents', () => {
  const uniform = seeded(7);
  const states = [text()];
  while (states.length <= 200) {
    const before = text();
    randomEdit(uniform);
    if (text() !== before) states.push(text());
  }
  for (let i = states.length - 2; i >= 0; i--) {
    undo();
    while (text() !== states[i] && history().pastStates.length > 0 && text() === states[i + 1]) undo();
    expect(text()).toBe(states[i]);
  }
  for (let i = 1; i < states.length; i++) {
    redo();
    while (text() === states[i - 1] && history().futureStates.length > 0) redo();
    expect(text()).toBe(states[i]);
  }
});

test('an offer accepted in one lane leaves the other as it is, and is one step of undo', () => {
  const before = text();
  const { look, plates } = useDocument.getState();
  const offer = {
    look: { ...look, strength: 0.6 },
    shot: { ...plates.quay.shot, exposure: 0.5 },
  };
  acceptOffer({ ...offer, lane: 'shot' }, 'quay');
  expect(useDocument.getState().plates.quay.shot.exposure).toBe(0.5);
  expect(useDocument.getState().look).toBe(look);
  undo();
  expect(text()).toBe(before);
  acceptOffer({ ...offer, lane: 'look' }, 'quay');
  expect(useDocument.getState().look.strength).toBe(0.6);
  expect(useDocument.getState().plates.quay.shot).toEqual(plates.quay.shot);
  undo();
  expect(text()).toBe(before);
});

test('an offer that is accepted changes the recipe and nothing else: texture and notes are as they are now', () => {
  const { look } = useDocument.getState();
  const texture = { ...look.texture, grain: { ...look.texture.grain, amount: 0.5 } };
  editLook((now) => ({ ...now, texture, notes: 'Written since' }));
  // It was tried without texture, before the note.
  acceptOffer({ lane: 'look', look: { ...look, steps: look.steps.slice(1) }, shot: neutralShot }, 'quay');
  const after = useDocument.getState().look;
  expect(after.steps).toHaveLength(look.steps.length - 1);
  expect(after).toMatchObject({ texture, notes: 'Written since' });
});
