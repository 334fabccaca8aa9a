import type { ReactNode } from 'react';
import { LaterStation } from './screens/later/LaterStation.tsx';
import { ProjectFrame } from './shell/ProjectFrame.tsx';
import { lazily } from './ui/lazily.ts';

// Each station is read when it is opened.
const LookBench = lazily(() => import('./screens/look/LookBench.tsx'), 'LookBench');
const CamerasScreen = lazily(() => import('./screens/cameras/CamerasScreen.tsx'), 'CamerasScreen');
const PackScreen = lazily(() => import('./screens/pack/PackScreen.tsx'), 'PackScreen');
const TrialsScreen = lazily(() => import('./screens/trials/TrialsScreen.tsx'), 'TrialsScreen');
const InspectScreen = lazily(() => import('./screens/inspect/InspectScreen.tsx'), 'InspectScreen');
const PlatesScreen = lazily(() => import('./screens/plates/PlatesScreen.tsx'), 'PlatesScreen');

/** Stations that are built, by ID; the others say what they will do. */
const screens: Record<string, () => ReactNode> = {
  cameras: () => <CamerasScreen />,
  plates: () => <PlatesScreen />,
  look: () => <LookBench />,
  trials: () => <TrialsScreen />,
  pack: () => <PackScreen />,
  inspect: () => <InspectScreen />,
};

/** A project, with the station its address names. */
export const ProjectRoute = () => (
  <ProjectFrame screens={(station) => screens[station.id]?.() ?? <LaterStation station={station} />} />
);
