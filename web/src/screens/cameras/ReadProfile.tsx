import { textLutEndings } from '@velvet-dusk/core/formats/lutFormats/index';
import { useState } from 'react';
import type { z } from 'zod';
import { importedProfileSchema } from '@velvet-dusk/core/api/contract';
import { freeId } from '@velvet-dusk/core/slug';
import { readProfile } from '@velvet-dusk/core/api/endpoints/profiles';
import { call } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Window } from '../../ui/Window.tsx';
import { CurvePlot } from './CurvePlot.tsx';

type Imported = z.output<typeof importedProfileSchema>;

const primaryNames = ['red', 'green', 'blue'] as const;
const xy = ([x, y]: readonly [number, number]) => `${x.toFixed(3)} ${y.toFixed(3)}`;

/** Reads a profile from another format and shows what was understood before anything is kept. */
export function ReadProfile({
  onKeep,
  taken,
}: {
  onKeep(p: Imported['profile']): void;
  taken: readonly string[];
}) {
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState<Imported | null>(null);
  const [reading, setReading] = useState('');
  const [trouble, setTrouble] = useState('');
  const take = async (file: File) => {
    setRead(null);
    setTrouble('');
    setReading(file.name);
    try {
      const text = new Blob([await file.text()], { type: 'text/plain' });
      setRead(await call(readProfile, {}, { query: { name: file.name }, file: text }));
    } catch (error) {
      setTrouble((error as Error).message);
    } finally {
      setReading('');
    }
  };
  const close = () => {
    setOpen(false);
    setRead(null);
    setTrouble('');
  };
  return (
    <>
      <Button className="w-full" onClick={() => setOpen(true)}>
        Import a profile
      </Button>
      <Window
        open={open}
        onClose={close}
        width={640}
        title="Import a profile"
        about="A CLF file, a 1D table (.cube, .spi1d), a maker’s conversion cube (curve and primaries fitted to its colours), or a profile document."
      >
        <div className="px-5 pb-5 flex flex-col gap-3 text-[12.5px]">
          <FileButton
            text="Choose a file"
            label="Profile file"
            accept={['json', ...textLutEndings].map((e) => `.${e}`).join(',')}
            className="self-start"
            onFiles={([file]) => void take(file)}
          />
          {reading && <p role="status">{reading} is read; a conversion cube takes some seconds.</p>}
          {trouble && (
            <p role="alert" className="text-ember">
              ▲ {trouble}
            </p>
          )}
          {read && (
            <>
              <p>
                <span className="font-semibold">{read.profile.name}</span>
                <span className="text-t2">
                  {' '}
                  · {read.profile.curve.family} · {read.profile.range} range
                </span>
              </p>
              <p className="num text-t2">
                {primaryNames.map((name) => `${name} ${xy(read.profile.primaries[name])}`).join(' · ')} ·
                white {xy(read.profile.white)}
              </p>
              {read.notes.map((n) => (
                <p key={n} className="text-t2">
                  ◐ {n}
                </p>
              ))}
              <div className="h-[220px]">
                <CurvePlot profile={read.profile} other={null} rows={[]} />
              </div>
              <Button
                kind="main"
                className="self-end"
                onClick={() => {
                  onKeep({ ...read.profile, id: freeId(read.profile.id, taken) });
                  close();
                }}
              >
                Add profile
              </Button>
            </>
          )}
        </div>
      </Window>
    </>
  );
}
