import { useMutation, useQueryClient } from '@tanstack/react-query';
import { lookRecordSchema } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { useOpenProject } from '../bench/useBench.ts';
import { autosave } from '../state/autosave.ts';
import { setView } from '../state/view.ts';
import { ask } from './client.ts';

/** Puts another look on the bench, or makes one; what is open is saved first. */
export function useLookActions() {
  const client = useQueryClient();
  const project = useOpenProject();
  /** The bench opens a look from the project as last read, so that is read again once all is saved. */
  const show = async (lookId: string) => {
    await autosave.flush();
    await client.refetchQueries({ queryKey: ['project', project.id] });
    setView({ lookId, stepId: '' });
  };
  const open = useMutation({ mutationFn: show });
  const make = useMutation({
    mutationFn: async (look: Look) => {
      const options = { method: 'POST', json: look } as const;
      const { id } = await ask(`/projects/${project.id}/looks`, lookRecordSchema, options);
      await show(id);
    },
  });
  return { open, make };
}
