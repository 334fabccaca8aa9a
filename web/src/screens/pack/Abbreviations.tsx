import { useState } from 'react';
import { isRole } from '@velvet-dusk/core/order/nameTokens';
import { type Abbreviation, nameRuleSchema, tokenOf } from '@velvet-dusk/core/pack/names/rule';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { Button } from '../../ui/Button.tsx';
import { Window } from '../../ui/Window.tsx';
import { editPack } from './packStore.ts';
import type { Planned } from './usePlan.ts';

interface Wordy {
  kind: string;
  of: string;
}

/** Everything that stands in words in the names of a pack, each once. */
function wordsOf(pack: Pack, { plan }: Planned): Wordy[] {
  const found = plan.files.flatMap(({ parts }): Wordy[] => [
    ...(parts.look ? [{ kind: 'look', of: parts.look }] : []),
    ...(parts.input ? [{ kind: 'camera or display', of: parts.input }] : []),
    ...(parts.output ? [{ kind: 'camera or display', of: parts.output }] : []),
    ...(parts.role ? [{ kind: 'role', of: parts.role }] : []),
  ]);
  const order = ['look', 'camera or display', 'role'];
  const all = [
    ...found,
    ...pack.names.abbreviations.map(({ of }) => ({ kind: 'not planned now', of: tokenOf(of) })),
  ];
  return [...new Map(all.reverse().map((w) => [w.of.toLowerCase(), w])).values()]
    .reverse()
    .sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}

const shortOf = (list: readonly Abbreviation[], of: string) =>
  list.find((a) => tokenOf(a.of).toLowerCase() === of.toLowerCase())?.short ?? '';

/** What is written short in names: a field for each text that stands in one. */
export function Abbreviations({ id, pack, planned }: { id: string; pack: Pack; planned: Planned }) {
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<{ of: string; says: string } | null>(null);
  const { abbreviations } = pack.names;
  const set = (of: string, short: string) => {
    const rest = abbreviations.filter((a) => tokenOf(a.of).toLowerCase() !== of.toLowerCase());
    const next = short.trim() === '' ? rest : [...rest, { of, short: short.trim() }];
    const checked = nameRuleSchema.safeParse({ ...pack.names, abbreviations: next });
    if (!checked.success) return setTrouble({ of, says: checked.error.issues[0].message });
    setTrouble(null);
    editPack(id, (p) => ({ ...p, names: { ...p.names, abbreviations: next } }));
  };
  return (
    <>
      <Button kind="text" onClick={() => setOpen(true)}>
        Abbreviations{abbreviations.length > 0 && <span className="num"> {abbreviations.length}</span>}
      </Button>
      <Window
        open={open}
        onClose={() => setOpen(false)}
        width={520}
        title="Abbreviations"
        about="What is written short in the long names. A name that is written short is still taken apart without loss."
      >
        <div className="px-5 pb-4 max-h-[420px] scroll-quiet grid grid-cols-[1fr_auto_110px] gap-x-4 gap-y-1 items-center">
          {wordsOf(pack, planned).map(({ kind, of }) => (
            <label key={of} className="contents">
              <span className="num text-t1 truncate">{of}</span>
              <span className="text-t3 text-[12px]">{kind}</span>
              <span>
                <input
                  type="text"
                  aria-label={`${isRole(of) ? 'Role' : 'Words'} ${of}, written short`}
                  aria-invalid={trouble?.of === of}
                  className="num w-full bg-g1 border border-g4 rounded-sm px-2 py-0.5 focus:outline-none focus:border-violet"
                  defaultValue={shortOf(abbreviations, of)}
                  maxLength={12}
                  onBlur={(e) => set(of, e.currentTarget.value)}
                  onKeyDown={(e) => e.key === 'Enter' && set(of, e.currentTarget.value)}
                />
              </span>
              {trouble?.of === of && (
                <span role="alert" className="col-span-3 text-ember text-[12px]">
                  ▲ {trouble.says}
                </span>
              )}
            </label>
          ))}
        </div>
      </Window>
    </>
  );
}
