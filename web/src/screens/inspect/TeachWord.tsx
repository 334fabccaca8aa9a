import { useState } from 'react';
import { type Teachable, teachable, type TaughtWord } from '@velvet-dusk/core/inspect/names/taught';
import { roles } from '@velvet-dusk/core/order/roles/index';
import { outputs } from '@velvet-dusk/core/render/outputs/index';
import { useOpenProject } from '../../api/openProject.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { named, optionsOf, type SelectOption } from '../../ui/Select.tsx';

const kinds = (Object.keys(teachable) as Teachable[]).map((value) => ({ value, label: teachable[value] }));

/** What a word may be of a kind; null where it is said in words. */
function useThings(kind: Teachable): SelectOption<string>[] | null {
  const { profiles } = useOpenProject();
  switch (kind) {
    case 'profile':
      // Cameras before encodings of standards.
      return named([...profiles].sort((a, b) => Number(a.camera === '') - Number(b.camera === '')));
    case 'role':
      return optionsOf(roles);
    case 'display':
      return Object.values(outputs).map(({ id, label }) => ({ value: id, label }));
    case 'look':
    case 'other':
      return null;
  }
}

interface TeachWordProps {
  text: string;
  /** The folder it will hold for; empty for files in none. */
  folder: string;
  onTeach(word: TaughtWord): void;
  onClose(): void;
}

/** Asks what a word of a name means. */
export function TeachWord({ text, folder, onTeach, onClose }: TeachWordProps) {
  const [tells, setTells] = useState<Teachable>('profile');
  const things = useThings(tells);
  const [said, setSaid] = useState('');
  const is = things ? (things.find((t) => t.value === said) ?? things[0]).value : said.trim();
  return (
    <form
      aria-label={`What ${text} means`}
      className="flex flex-wrap items-center gap-3 pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (is !== '') onTeach({ folder, text, tells, is });
      }}
      onKeyDown={(e) => e.key === 'Escape' && onClose()}
    >
      <span>
        <span className="num text-t1">{text}</span> <span className="text-t2">is a</span>
      </span>
      <Choice
        hideLabel
        label="Kind of word"
        value={tells}
        options={kinds}
        onChange={(kind) => {
          setTells(kind);
          setSaid('');
        }}
      />
      {things ? (
        <Choice
          hideLabel
          label={`Which ${teachable[tells]}`}
          value={is}
          options={things}
          onChange={setSaid}
        />
      ) : (
        <input
          type="text"
          autoFocus
          maxLength={80}
          aria-label={tells === 'look' ? 'Name of the look' : 'What it means'}
          placeholder={tells === 'look' ? 'name of the look' : 'what it means'}
          className="bg-g1 border border-g4 rounded-sm px-2 py-0.5 w-[200px] focus:outline-none focus:border-violet"
          value={said}
          onChange={(e) => setSaid(e.currentTarget.value)}
        />
      )}
      <Button kind="main" type="submit" disabled={is === ''}>
        {folder === '' ? 'Teach' : `Teach for ${folder}`}
      </Button>
      <Button kind="text" onClick={onClose}>
        Cancel
      </Button>
    </form>
  );
}
