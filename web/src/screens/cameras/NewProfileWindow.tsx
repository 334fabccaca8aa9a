import { type FormEvent, useState } from 'react';
import { newProfile } from '@velvet-dusk/core/camera/newProfile';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { freeId, slug } from '@velvet-dusk/core/slug';
import { Button } from '../../ui/Button.tsx';
import { NameInput } from '../../ui/NameInput.tsx';
import { Window } from '../../ui/Window.tsx';

/** Asks what a camera is called; everything else is typed over on its page. */
export function NewProfileWindow({
  open,
  onClose,
  taken,
  onMake,
}: {
  open: boolean;
  onClose(): void;
  taken: readonly string[];
  onMake(profile: Profile): void;
}) {
  const [name, setName] = useState('');
  // It stands in the names of all files made for the camera.
  const id = freeId(slug(name, { fallback: 'camera' }), taken);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onMake(newProfile({ id, name: name.trim() }));
    setName('');
    onClose();
  };
  return (
    <Window
      open={open}
      onClose={onClose}
      width={420}
      title="New profile"
      about="What the camera and its recording are called. Curve, primaries and sensor are typed next."
    >
      <form className="px-5 pb-5 flex flex-col gap-3" onSubmit={submit}>
        <NameInput label="Name of the camera" maxLength={60} value={name} onChange={setName} />
        {name.trim() !== '' && (
          <p className="text-[12px] text-t3">
            In file names: <span className="num text-t2">{id}</span>
          </p>
        )}
        <div>
          <Button kind="main" type="submit" disabled={name.trim() === ''}>
            Make profile
          </Button>
        </div>
      </form>
    </Window>
  );
}
