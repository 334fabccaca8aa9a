import { DropdownMenu } from 'radix-ui';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { ProjectChange, ProjectSummary } from '@velvet-dusk/core/api/contract';
import { useProjectActions } from '../../api/projects.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { menuItem } from '../../ui/menuItem.ts';
import { useSeen } from '../../ui/useSeen.ts';
import type { Done } from './done.ts';
import { shownPictures, useStripPictures } from './useStripPictures.ts';
import { plural } from '@velvet-dusk/core/numeric/plural';

/** How far a project has come, as shares of the hour line up to each station. */
function reached({ cameras, plates, exports }: ProjectSummary): number {
  if (exports > 0) return 1;
  if (plates > 0) return 0.6;
  return cameras > 0 ? 0.3 : 0.06;
}

function HourLine({ summary }: { summary: ProjectSummary }) {
  const hidden = `${(1 - reached(summary)) * 100}%`;
  return (
    <div aria-hidden className="relative h-[2px] bg-g3">
      <div
        className="absolute inset-0 bg-[linear-gradient(90deg,#e9a04b_0%,#d9736a_30%,#a0569b_52%,#5a4a9c_72%,#25254f_100%)]"
        style={{ clipPath: `inset(0 ${hidden} 0 0)` }}
      />
    </div>
  );
}

/** When it was opened last, in the words of somebody who looks for it. */
function openedWords(at: string): string {
  if (at === '') return 'not opened yet';
  const days = Math.floor((Date.now() - Date.parse(at)) / 86_400_000);
  if (days < 1) return 'opened today';
  if (days < 2) return 'opened yesterday';
  return days < 60 ? `opened ${days} days ago` : `opened ${at.slice(0, 10)}`;
}

function Pictures({ projectId }: { projectId: string }) {
  const strip = useRef<HTMLSpanElement>(null);
  const pictures = useStripPictures(projectId, useSeen(strip));
  return (
    <span ref={strip} className="grid grid-cols-5 gap-px bg-g0" aria-hidden>
      {Array.from({ length: shownPictures }, (_, i) => (
        <BitmapCanvas key={i} bitmap={pictures[i]} className="block w-full h-[112px] object-cover bg-g1" />
      ))}
    </span>
  );
}

interface NameFieldProps {
  summary: ProjectSummary;
  onEnd(): void;
  onName(name: string): void;
}

function NameField({ summary, onEnd, onName }: NameFieldProps) {
  const [name, setName] = useState(summary.name);
  const keep = () => {
    if (name.trim() !== '' && name !== summary.name) onName(name);
    onEnd();
  };
  return (
    <input
      type="text"
      aria-label={`Name of ${summary.name}`}
      maxLength={80}
      autoFocus
      className="bg-g1 border border-violet rounded-sm px-1.5 text-[14px] font-semibold w-[300px] focus:outline-none"
      value={name}
      onChange={(e) => setName(e.currentTarget.value)}
      onFocus={(e) => e.currentTarget.select()}
      onBlur={keep}
      onKeyDown={(e) => {
        if (e.key === 'Enter') keep();
        if (e.key === 'Escape') onEnd();
      }}
    />
  );
}

/** A project as its plates under its first look, what is in it, and what can be done with it. */
export function ProjectStrip({ summary, onDone }: { summary: ProjectSummary; onDone(done: Done): void }) {
  const { id, revision, name, plates, cameras, looks, exports } = summary;
  const { change, duplicate } = useProjectActions();
  const [isNaming, setNaming] = useState(false);
  const isYoung = plates === 0;
  const put = (text: string, there: ProjectChange, back: ProjectChange) =>
    change.mutate(
      { id, revision, change: there },
      {
        onSuccess: (now) =>
          onDone({ text, undo: () => change.mutateAsync({ id, revision: now.revision, change: back }) }),
      },
    );
  const copy = () =>
    duplicate.mutate(id, {
      onSuccess: (made) =>
        onDone({
          text: `"${name}" is duplicated.`,
          undo: () => change.mutateAsync({ id: made.id, revision: made.revision, change: { deleted: true } }),
        }),
    });
  const trouble = change.error ?? duplicate.error;
  return (
    <li>
      <Link
        to={`/${id}/${isYoung ? 'cameras' : 'look'}`}
        aria-label={`Open ${name}`}
        className="block hover:outline hover:outline-1 hover:outline-g5"
      >
        {isYoung ? (
          <span className="block bg-g0 px-4 py-5 text-t3">No plates yet: cameras first, then frames.</span>
        ) : (
          <Pictures projectId={id} />
        )}
      </Link>
      <HourLine summary={summary} />
      <div className="flex items-baseline gap-4 pt-1.5 text-[12.5px] text-t2">
        {isNaming ? (
          <NameField
            summary={summary}
            onEnd={() => setNaming(false)}
            onName={(to) => put(`"${name}" is now "${to}".`, { name: to }, { name })}
          />
        ) : (
          <h2 className="font-semibold text-[14px] text-t1">{name}</h2>
        )}
        <span className="flex-1">
          {[
            plural(cameras, 'camera'),
            plural(plates, 'plate'),
            plural(looks, 'look'),
            plural(exports, 'export'),
          ].join(' · ')}
        </span>
        <span className="text-t3">{openedWords(summary.openedAt)}</span>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger aria-label={`More for ${name}`} className="text-violet hover:underline">
            More
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              // The name's field takes the focus itself.
              onCloseAutoFocus={(e) => isNaming && e.preventDefault()}
              className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[130px]"
            >
              <DropdownMenu.Item className={menuItem} onSelect={() => setNaming(true)}>
                Rename
              </DropdownMenu.Item>
              <DropdownMenu.Item className={menuItem} onSelect={copy}>
                Duplicate
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={menuItem}
                onSelect={() => put(`"${name}" is archived.`, { archived: true }, { archived: false })}
              >
                Archive
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className={menuItem}
                onSelect={() => put(`"${name}" is deleted.`, { deleted: true }, { deleted: false })}
              >
                Delete
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      {trouble && (
        <p role="alert" className="text-ember text-[12px]">
          ▲ {trouble.message}
        </p>
      )}
    </li>
  );
}
