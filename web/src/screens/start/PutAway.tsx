import type { ProjectSummary } from '@velvet-dusk/core/api/contract';
import { useProjectActions } from '../../api/projects.ts';
import { Button } from '../../ui/Button.tsx';

/** Projects that are archived or deleted: nothing of them is gone. */
export function PutAway({ projects }: { projects: readonly ProjectSummary[] }) {
  const { change } = useProjectActions();
  if (projects.length === 0) return null;
  return (
    <details className="text-[12.5px] text-t2 border-t border-g3 pt-4">
      <summary className="cursor-pointer hover:text-t1">Archived and deleted, {projects.length}</summary>
      <ul className="pt-2 flex flex-col gap-1">
        {projects.map((p) => (
          <li key={p.id} className="flex items-baseline gap-4">
            <span className="w-[300px] truncate">{p.name}</span>
            <span className="w-[90px] text-t3">{p.deletedAt === null ? 'archived' : 'deleted'}</span>
            <Button
              kind="text"
              aria-label={`Restore ${p.name}`}
              onClick={() =>
                change.mutate({ id: p.id, revision: p.revision, change: { archived: false, deleted: false } })
              }
            >
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
