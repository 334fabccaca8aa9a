import { Select, type SelectOption } from '../../ui/Select.tsx';
import { type NameToken, nameTokenIds, type NameRule } from '@velvet-dusk/core/pack/names/rule';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { Abbreviations } from './Abbreviations.tsx';
import type { Planned } from './usePlan.ts';
import { editPack } from './packStore.ts';
import { SortableList, useDraggable } from '../../ui/Sortable.tsx';
import { tip } from '../../ui/tip.ts';

const separators: readonly SelectOption<NameRule['separator']>[] = [
  { value: '_', label: 'underscore' },
  { value: '-', label: 'dash' },
];
const words: readonly SelectOption<NameRule['word']>[] = [
  { value: '-', label: 'dash' },
  { value: '_', label: 'underscore' },
  { value: '', label: 'nothing' },
];
const cases: readonly SelectOption<NameRule['letterCase']>[] = [
  { value: 'keep', label: 'as written' },
  { value: 'lower', label: 'lower case' },
  { value: 'upper', label: 'capitals' },
];

/** A part that is on. */
function PartOfName({
  token,
  onToggle,
  onMove,
}: {
  token: NameToken;
  onToggle(): void;
  onMove(by: -1 | 1): void;
}) {
  const { item, grip } = useDraggable(token);
  return (
    <span {...item}>
      <button
        type="button"
        aria-pressed
        {...tip('A click leaves it out; a drag or the arrow keys move it')}
        {...grip}
        className="px-1.5 py-0.5 rounded-sm border border-g4 text-t1 touch-none"
        onClick={onToggle}
        onKeyDown={(e) => {
          if (e.key === 'ArrowLeft') onMove(-1);
          if (e.key === 'ArrowRight') onMove(1);
        }}
      >
        {token}
      </button>
    </span>
  );
}

/** The parts of the long names, in order: a click switches one, a drag or the arrow keys move it. */
export function NameBuilder({ id, pack, planned }: { id: string; pack: Pack; planned: Planned }) {
  const { names } = pack;
  const set = (change: Partial<NameRule>) =>
    editPack(id, (p) => {
      const next = { ...p.names, ...change };
      // Both the same could not be read back: the other gives way.
      if (next.separator !== next.word) return { ...p, names: next };
      const other = next.separator === '_' ? '-' : '_';
      return { ...p, names: 'word' in change ? { ...next, separator: other } : { ...next, word: other } };
    });
  const toggle = (token: NameToken) => {
    const rest = names.tokens.filter((t) => t !== token);
    const tokens = rest.length === names.tokens.length ? [...names.tokens, token] : rest;
    if (tokens.length > 0) set({ tokens });
  };
  /** Puts a part at a place among those that are on; there is none beyond their ends. */
  const moveTo = (token: string, to: number) => {
    const from = names.tokens.findIndex((t) => t === token);
    if (to < 0 || to >= names.tokens.length) return;
    const rest = names.tokens.toSpliced(from, 1);
    set({ tokens: rest.toSpliced(to, 0, names.tokens[from]) });
  };
  const off = nameTokenIds.filter((t) => !names.tokens.includes(t));
  return (
    <div className="flex-1 flex flex-wrap items-center gap-x-3 gap-y-1 min-w-0 text-[12px] whitespace-nowrap">
      <div role="group" aria-label="Parts of a name" className="flex flex-wrap gap-1">
        <SortableList ids={names.tokens} onMove={moveTo}>
          {names.tokens.map((token, at) => (
            <PartOfName
              key={token}
              token={token}
              onToggle={() => toggle(token)}
              onMove={(by) => moveTo(token, at + by)}
            />
          ))}
        </SortableList>
        {off.map((token) => (
          <button
            key={token}
            type="button"
            aria-pressed={false}
            {...tip('A click adds it')}
            className="px-1.5 py-0.5 rounded-sm border border-dashed border-g4 text-t3 hover:text-t2"
            onClick={() => toggle(token)}
          >
            {token}
          </button>
        ))}
      </div>
      <span className="flex-1" />
      <Abbreviations id={id} pack={pack} planned={planned} />
      <span className="text-t3">
        joined by
        <Select
          kind="line"
          label="Parts joined by"
          value={names.separator}
          options={separators}
          onChange={(separator) => set({ separator })}
        />
      </span>
      <span className="text-t3">
        words by
        <Select
          kind="line"
          label="Words joined by"
          value={names.word}
          options={words}
          onChange={(word) => set({ word })}
        />
      </span>
      <Select
        kind="line"
        label="Case of names"
        value={names.letterCase}
        options={cases}
        onChange={(letterCase) => set({ letterCase })}
      />
    </div>
  );
}
