import { createContext, useContext, useMemo } from 'react';
import type { Plate, Project } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { useView } from '../state/view.ts';

export const ProjectContext = createContext<Project | null>(null);

export function useOpenProject(): Project {
  const project = useContext(ProjectContext);
  if (!project) throw new Error('no project is open');
  return project;
}

export interface CurrentPlate {
  plate: Plate;
  profile: Profile;
  shot: Shot;
}

/** Log plates, in the order of the stack; references stand apart. */
export function usePlates(): Plate[] {
  const { plates } = useOpenProject();
  return useMemo(() => plates.filter((p) => p.kind === 'plate'), [plates]);
}

/** The plate on the viewer, with its profile and its shot lane as edited. Null where the project has no plate. */
export function useCurrentPlate(): CurrentPlate | null {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const plateId = useView((s) => s.plateId);
  const plate = plates.find((p) => p.id === plateId) ?? plates[0];
  const profile = plate && profiles.find((p) => p.id === plate.profileId);
  return plate && profile ? { plate, profile, shot: plate.shot } : null;
}

export const frameUrl = (plate: Plate) => `/api/plates/${plate.id}/frame.png`;
export const thumbUrl = (plate: Plate) => `/api/plates/${plate.id}/thumb.png`;
