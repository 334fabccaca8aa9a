import { Link } from 'react-router';
import { Choice } from '../ui/Choice.tsx';
import { Thumb } from './wall/Thumb.tsx';
import { setView } from '../state/view.ts';
import { useOpenProject } from '../api/openProject.ts';
import { useReference } from './useBench.ts';

/** The finished still whose feel is wanted, at the foot of the stack. */
export function ReferenceSlot() {
  const project = useOpenProject();
  const references = project.plates.filter((p) => p.kind === 'reference');
  const chosen = useReference();
  return (
    <section aria-label="Reference" className="px-3 py-2 border-t border-g3 text-[11.5px]">
      {chosen ? (
        <>
          <Thumb plateId={chosen.id} className="h-[80px]" />
          {references.length > 1 ? (
            <Choice
              hideLabel
              label="Reference"
              className="pt-1"
              value={chosen.id}
              options={references.map((p) => ({ value: p.id, label: p.name }))}
              onChange={(referenceId) => setView({ referenceId })}
            />
          ) : (
            <p className="text-t2 truncate pt-0.5">{chosen.name}</p>
          )}
        </>
      ) : (
        <p className="text-t3 border border-dashed border-g4 p-2">No reference yet.</p>
      )}
      <Link className="text-violet hover:underline" to={`/${project.id}/plates`}>
        Import frames
      </Link>
    </section>
  );
}
