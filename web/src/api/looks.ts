import { useMutation } from '@tanstack/react-query';
import { lookRecordSchema } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { useOpenProject } from '../bench/useBench.ts';
import { autosave } from '../state/autosave.ts';
import { setView } from '../state/view.ts';
import { ask } from './client.ts';
import { writeNew } from './project.ts';

/** Puts another look on the bench, or makes one; what is open is saved first. */
export function useLookActions() {
  const { id: projectId } = useOpenProject();
  const show = async (lookId: string) => {
    await autosave.flush();
    setView({ lookId, stepId: '' });
  };
  const open = useMutation({ mutationFn: show });
  const make = useMutation({
    mutationFn: async (look: Look) => {
      const options = { method: 'POST', json: look } as const;
      const record = await ask(`/projects/${projectId}/looks`, lookRecordSchema, options);
      writeNew('looks', projectId, record);
      await show(record.id);
    },
  });
  return { open, make };
}
