import { createContext, useContext } from 'react';
import type { Plate, Project } from '@velvet-dusk/core/api/contract';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { neutralShot, type Shot } from '@velvet-dusk/core/look/shot';
import { useDocument } from '../state/document.ts';
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

/** The plate on the viewer, with its profile and its shot lane as edited. Null where the project has no plate. */
export function useCurrentPlate(): CurrentPlate | null {
  const project = useOpenProject();
  const plateId = useView((s) => s.plateId);
  const plate = project.plates.find((p) => p.id === plateId) ?? project.plates[0];
  const shot = useDocument((s) => (plate ? s.shots[plate.id] : undefined)) ?? neutralShot;
  const profile = plate && project.profiles.find((p) => p.id === plate.profileId);
  return plate && profile ? { plate, profile, shot } : null;
}

export const frameUrl = (plate: Plate) => `/api/plates/${plate.id}/frame.png`;
export const thumbUrl = (plate: Plate) => `/api/plates/${plate.id}/thumb.png`;
