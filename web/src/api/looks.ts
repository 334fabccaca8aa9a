import { useMutation } from '@tanstack/react-query';
import { create } from 'zustand';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { arrangeLooks, deleteLook, makeLook } from '@velvet-dusk/core/api/endpoints/looks';
import type { Look } from '@velvet-dusk/core/look/document';
import { useOpenProject } from './openProject.ts';
import { autosave } from './saving/autosave.ts';
import { useDocument } from '../state/document.ts';
import { setView } from '../state/view.ts';
import { call } from './client.ts';
import { readAgain, writeNew } from './project.ts';

/** The look that was deleted last, which can be brought back. */
export const useDeletedLook = create<{ look: { id: string; name: string } | null }>(() => ({ look: null }));

const sendDeleted = (id: string, deleted: boolean) => call(deleteLook, { id }, { body: { deleted } });

/** Puts another look on the bench, makes, copies, orders and deletes looks; what is open is saved first. */
export function useLookActions() {
  const { id: projectId, looks } = useOpenProject();
  const show = async (lookId: string) => {
    await autosave.flush();
    setView({ lookId, stepId: '' });
  };
  const open = useMutation({ mutationFn: show });
  const make = useMutation({
    mutationFn: async (look: Look) => {
      const record = await call(makeLook, { id: projectId }, { body: look });
      writeNew('looks', projectId, record);
      await show(record.id);
    },
  });
  const remove = useMutation({
    mutationFn: async ({ id, document }: Pick<LookRecord, 'id' | 'document'>) => {
      await autosave.flush();
      await sendDeleted(id, true);
      // The bench shows another one before this one is gone from the list.
      const other = looks.find((l) => l.id !== id);
      if (useDocument.getState().lookId === id && other) setView({ lookId: other.id, stepId: '' });
      useDeletedLook.setState({ look: { id, name: document.name } });
      await readAgain('looks', projectId);
    },
  });
  const bringBack = useMutation({
    mutationFn: async (id: string) => {
      await sendDeleted(id, false);
      useDeletedLook.setState({ look: null });
      await readAgain('looks', projectId);
      await show(id);
    },
  });
  const arrange = useMutation({
    mutationFn: async (ids: readonly string[]) => {
      await call(arrangeLooks, { id: projectId }, { body: { ids: [...ids] } });
      await readAgain('looks', projectId);
    },
  });
  return { open, make, remove, bringBack, arrange };
}
