import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import type { Verdict } from '@velvet-dusk/core/numeric/verdict';
import { useSetSetting } from '../../api/settings.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { Button } from '../../ui/Button.tsx';
import { Check } from '../../ui/Check.tsx';
import { tip } from '../../ui/tip.ts';
import { useSeen } from '../../ui/useSeen.ts';
import { VerdictMark } from '../../ui/VerdictMark.tsx';
import { setSheet, toggleBeside, togglePlate, useSheet } from './sheetStore.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { useSheetPlates } from './useSheetPlates.ts';

/** A plate under something that can be chosen. */
interface SheetPicture {
  bitmap: ImageBitmap;
  /** What its readings say, where they are taken. */
  verdict?: Verdict;
}

export interface SheetChoice {
  id: string;
  name: string;
  about?: string;
  /** Stands for all that decides its pictures. */
  key: string;
  /** It is what is in use now. */
  inUse?: boolean;
  /** What else can be done with it. */
  more?: ReactNode;
}

interface SheetProps<C extends SheetChoice> {
  /** Tells stars of one sheet from those of another. */
  kind: string;
  choices: readonly C[];
  paint(choice: C, plate: PlateOrder, signal: AbortSignal): Promise<SheetPicture>;
  /** What taking one does: "Open", "Load". */
  verb: string;
  /** What one that is in use is said to be. */
  inUse: string;
  onTake(choice: C): void;
}

/** Milliseconds a picture is kept after nobody shows it. */
const keptFor = 60_000;

function usePicture<C extends SheetChoice>(
  { kind, paint }: Pick<SheetProps<C>, 'kind' | 'paint'>,
  choice: C,
  plate: PlateOrder,
  seen: boolean,
) {
  const { practice, viewing } = useOpenProject();
  return useQuery({
    // All of the plate: what was edited and is not saved yet counts.
    queryKey: ['sheet', kind, choice.id, choice.key, plate, practice, viewing],
    queryFn: ({ signal }) => paint(choice, plate, signal),
    enabled: seen,
    staleTime: Infinity,
    gcTime: keptFor,
  });
}

interface PictureProps<C extends SheetChoice> extends Pick<SheetProps<C>, 'kind' | 'paint'> {
  choice: C;
  plate: PlateOrder;
  seen: boolean;
}

function Picture<C extends SheetChoice>({ choice, plate, seen, ...sheet }: PictureProps<C>) {
  const { data, error } = usePicture(sheet, choice, plate, seen);
  return (
    <span className="block bg-g0 relative aspect-video" {...tip(error ? error.message : plate.name)}>
      <BitmapCanvas bitmap={data?.bitmap} className="block w-full h-full object-cover" />
      {error && <span className="absolute inset-0 grid place-items-center text-ember">▲ no picture</span>}
      {data?.verdict && (
        <span className="absolute right-1 bottom-0 text-[11px] bg-[#000000a0] px-1 rounded-sm">
          <VerdictMark verdict={data.verdict} />
        </span>
      )}
    </span>
  );
}

/** A star that is on or off. */
function Star({ name, on, onChange }: { name: string; on: boolean; onChange(): void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={`Star ${name}`}
      className={on ? 'text-t1' : 'text-t3 hover:text-t1'}
      {...tip(on ? 'Starred (S)' : 'Star it (S)')}
      onClick={onChange}
    >
      {on ? '★' : '☆'}
    </button>
  );
}

const grid = (plates: number) => (plates > 1 ? 'grid grid-cols-2 gap-px' : '');

interface CardProps<C extends SheetChoice> extends SheetProps<C> {
  choice: C;
  plates: readonly PlateOrder[];
  starred: boolean;
  isBeside: boolean;
  onStar(): void;
}

function Card<C extends SheetChoice>(props: CardProps<C>) {
  const { choice, plates, starred, isBeside, onStar, onTake, verb, inUse, kind, paint } = props;
  const card = useRef<HTMLLIElement>(null);
  const seen = useSeen(card);
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === 's') onStar();
    else if (e.key === 'c') toggleBeside(`${kind} ${choice.id}`);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <li
      ref={card}
      aria-label={choice.name}
      className={`p-2 rounded-sm ${choice.inUse ? 'bg-g3' : ''} ${isBeside ? 'outline outline-violet' : ''}`}
      onKeyDown={onKeyDown}
    >
      <button
        type="button"
        data-choice
        aria-label={choice.inUse ? `${choice.name}, ${inUse}` : `${verb} ${choice.name}`}
        className="block w-full text-left"
        onClick={() => onTake(choice)}
      >
        <span className={grid(plates.length)}>
          {plates.map((plate) => (
            <Picture key={plate.id} {...{ kind, paint, choice, plate, seen }} />
          ))}
        </span>
      </button>
      <p className="flex items-baseline gap-2 pt-1 text-t1">
        <span className="flex-1 truncate" {...tip(choice.about)}>
          {choice.name}
        </span>
        {choice.inUse && <span className="text-t3 text-[11.5px]">{inUse}</span>}
        <Button
          kind="text"
          aria-pressed={isBeside}
          aria-label={`Hold ${choice.name} beside another`}
          {...tip('Two side by side (C)')}
          className={isBeside ? 'text-ember' : ''}
          onClick={() => toggleBeside(`${kind} ${choice.id}`)}
        >
          Beside
        </Button>
        <Star name={choice.name} on={starred} onChange={onStar} />
      </p>
      {choice.more}
    </li>
  );
}

/** Two choices large, side by side, plate under plate. */
function Beside<C extends SheetChoice>({
  choices,
  plates,
  ...sheet
}: SheetProps<C> & { plates: readonly PlateOrder[] }) {
  return (
    <section aria-label="Side by side" className="grid grid-cols-2 gap-px px-5 pb-3">
      {choices.map((choice) => (
        <div key={choice.id}>
          <p className="flex items-baseline gap-2 pb-1 text-t1">
            <span className="truncate">{choice.name}</span>
            <Button kind="text" onClick={() => toggleBeside(`${sheet.kind} ${choice.id}`)}>
              Put back
            </Button>
            {!choice.inUse && (
              <Button kind="text" onClick={() => sheet.onTake(choice)}>
                {sheet.verb}
              </Button>
            )}
          </p>
          <span className="grid gap-px">
            {plates.map((plate) => (
              <Picture key={plate.id} kind={sheet.kind} paint={sheet.paint} {...{ choice, plate }} seen />
            ))}
          </span>
        </div>
      ))}
    </section>
  );
}

/** The card that an arrow key goes to from another, in rows as they stand. */
function neighbour(from: HTMLElement, key: string, all: readonly HTMLElement[]): HTMLElement | undefined {
  const at = all.indexOf(from);
  if (key === 'ArrowRight') return all[at + 1];
  if (key === 'ArrowLeft') return all[at - 1];
  const middle = (e: HTMLElement) => e.getBoundingClientRect().left + e.offsetWidth / 2;
  const top = (e: HTMLElement) => e.getBoundingClientRect().top;
  const down = key === 'ArrowDown';
  const rest = down ? all.slice(at + 1) : all.slice(0, Math.max(at, 0)).reverse();
  const [y] = rest.filter((e) => Math.abs(top(e) - top(from)) > 4).map(top);
  const row = rest.filter((e) => Math.abs(top(e) - y) <= 4);
  return row.sort((a, b) => Math.abs(middle(a) - middle(from)) - Math.abs(middle(b) - middle(from)))[0];
}

/** Things to choose from as pictures, on plates of one's choice: arrows go through them, a star keeps, two go side by side. */
export function PictureSheet<C extends SheetChoice>(props: SheetProps<C>) {
  const { kind, choices } = props;
  const { starred } = useOpenProject();
  const setStarred = useSetSetting('starred');
  const { starredOnly, words, beside } = useSheet();
  const { usable, shown: plates } = useSheetPlates();
  const keyOf = ({ id }: C) => `${kind} ${id}`;
  const isStarred = (choice: C) => starred.includes(keyOf(choice));
  const star = (choice: C) =>
    setStarred.mutate(
      isStarred(choice) ? starred.filter((k) => k !== keyOf(choice)) : [...starred, keyOf(choice)],
    );
  const wanted = words.trim().toLowerCase().split(/\s+/);
  const found = choices.filter(
    (c) =>
      (!starredOnly || isStarred(c)) &&
      wanted.every((w) => `${c.name} ${c.about ?? ''}`.toLowerCase().includes(w)),
  );
  const held = beside.flatMap((key) => choices.find((c) => keyOf(c) === key) ?? []);
  const onKeyDown = (e: KeyboardEvent<HTMLUListElement>) => {
    if (!e.key.startsWith('Arrow')) return;
    const all = [...e.currentTarget.querySelectorAll<HTMLElement>('[data-choice]')];
    const card = (e.target as HTMLElement).closest('li')?.querySelector<HTMLElement>('[data-choice]');
    const next = card && neighbour(card, e.key, all);
    if (!next) return;
    e.preventDefault();
    next.focus();
  };
  return (
    <>
      <div className="flex items-start gap-4 px-5 pb-3 text-[12px]">
        <div role="group" aria-label="Plates" className="flex-1 flex flex-wrap gap-x-3 gap-y-1">
          {usable.map((p) => (
            <button
              key={p.id}
              type="button"
              aria-pressed={plates.some((q) => q.id === p.id)}
              className="text-t2 hover:text-t1 border-b border-transparent aria-pressed:text-t1 aria-pressed:border-violet"
              onClick={() => togglePlate(p.id)}
            >
              {p.name}
            </button>
          ))}
        </div>
        <input
          aria-label="Find by words"
          placeholder="Find by words"
          className="w-[130px] bg-transparent border-b border-g4 focus:outline-none focus:border-violet"
          value={words}
          onChange={(e) => setSheet({ words: e.currentTarget.value })}
        />
        <Check checked={starredOnly} onChange={(on) => setSheet({ starredOnly: on })}>
          Starred only
        </Check>
      </div>
      {held.length === 2 && <Beside {...props} choices={held} plates={plates} />}
      {found.length === 0 && (
        <p className="px-5 pb-4 text-t2">
          {starredOnly
            ? 'Nothing here is starred yet: S on a picture stars it.'
            : 'Nothing here has such words.'}
        </p>
      )}
      <ul
        className="grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-2 px-3 pb-4"
        onKeyDown={onKeyDown}
      >
        {found.map((choice) => (
          <Card
            key={choice.id}
            {...props}
            choice={choice}
            plates={plates}
            starred={isStarred(choice)}
            isBeside={held.includes(choice)}
            onStar={() => star(choice)}
          />
        ))}
      </ul>
      {setStarred.error && (
        <p role="alert" className="px-5 pb-3 text-ember">
          ▲ {setStarred.error.message}
        </p>
      )}
    </>
  );
}
