import { sceneEnd } from '../end.ts';
import { creativeLog } from './creativeLog.ts';
import type { RoleDefinition } from './role.ts';

export const cameraToCamera: RoleDefinition = {
  id: 'camera-to-camera',
  label: 'Camera to camera',
  noun: 'a camera to camera',
  short: 'to camera',
  code: 'CC',
  withLook: false,
  uses: ['profile', 'to'],
  asStep: null,
  takes: 'camera code',
  gives: 'the code of another camera',
  stands: 'ahead of what was made for the other camera',
  purpose: 'Lets footage of one camera join that of another.',
  advice: ({ from, to }) => `Ahead of everything else, to have ${from} among pictures in ${to}.`,
  recognised: { between: 'cameras', is: () => true, common: 0.92 },
  serves: [],
  answers: () => 0,
  order: (parts) => {
    const { profile, to = profile } = parts;
    return { ...creativeLog.order(parts), look: null, output: sceneEnd(to) };
  },
};
