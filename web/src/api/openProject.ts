import { createContext, useContext } from 'react';
import type { OpenProject } from './project.ts';

/** The project that is open, for whatever is shown of it. */
export const ProjectContext = createContext<OpenProject | null>(null);

export function useOpenProject(): OpenProject {
  const project = useContext(ProjectContext);
  if (!project) throw new Error('no project is open');
  return project;
}
