import { type FormEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { practiceSchema, schools } from '@velvet-dusk/core/readings/practice';
import { useProjectActions } from '../../api/projects.ts';
import { Button } from '../../ui/Button.tsx';
import { NameInput } from '../../ui/NameInput.tsx';
import { Window } from '../../ui/Window.tsx';

/** Asks for a name and a school of practice, and opens the project at its first station. */
export function NewProjectWindow({ open, onClose }: { open: boolean; onClose(): void }) {
  const navigate = useNavigate();
  const { begin } = useProjectActions();
  const [name, setName] = useState('');
  const [schoolId, setSchool] = useState(schools[0].id);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const { practice } = schools.find((s) => s.id === schoolId)!;
    const { id } = await begin.mutateAsync({ name, practice: practiceSchema.parse(practice) });
    await navigate(`/${id}/cameras`);
  };
  return (
    <Window
      open={open}
      onClose={onClose}
      width={480}
      title="New project"
      about="A name, and how you like to work. Everything can be changed later."
    >
      <form className="px-5 pb-5 flex flex-col gap-4" onSubmit={(e) => void submit(e).catch(() => {})}>
        <NameInput label="Name" maxLength={80} value={name} onChange={setName} />
        <fieldset className="flex flex-col gap-1.5">
          <legend className="text-t2 pb-1">School of practice</legend>
          {schools.map((school) => (
            <label key={school.id} className="flex gap-2.5 items-baseline">
              <input
                type="radio"
                name="school"
                className="accent-violet"
                checked={school.id === schoolId}
                onChange={() => setSchool(school.id)}
              />
              <span>
                <span className="block">{school.label}</span>
                <span className="block text-[12px] text-t3">{school.about}</span>
              </span>
            </label>
          ))}
        </fieldset>
        {begin.error && (
          <p role="alert" className="text-ember">
            ▲ {begin.error.message}
          </p>
        )}
        <div>
          <Button kind="main" type="submit" disabled={name.trim() === '' || begin.isPending}>
            Begin
          </Button>
        </div>
      </form>
    </Window>
  );
}
