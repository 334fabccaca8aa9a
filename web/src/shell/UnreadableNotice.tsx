import { useState } from 'react';
import type { UnreadableRow } from '@velvet-dusk/core/api/contract';
import { saveText } from '../ui/saveText.ts';
import { Button } from '../ui/Button.tsx';
import { tip } from '../ui/tip.ts';

const words = {
  look: 'look',
  plate: 'plate',
  profile: 'camera profile',
  pack: 'pack',
  board: 'board of trials',
  settings: 'settings of the project',
};

/** What could not be read and was set aside: its name, why, and its text to be saved. */
export function UnreadableNotice({ rows }: { rows: readonly UnreadableRow[] }) {
  const [closed, setClosed] = useState(false);
  if (rows.length === 0 || closed) return null;
  return (
    <section aria-label="Set aside" className="shrink-0 bg-g2 border-b border-g0 px-4 py-1.5 text-[12.5px]">
      <div className="flex items-baseline gap-3">
        <p role="alert" className="flex-1 text-ember">
          ▲ {rows.length === 1 ? 'One thing' : `${rows.length} things`} of this project could not be read.
          Everything else is here; nothing was removed.
        </p>
        <Button kind="text" onClick={() => setClosed(true)}>
          Hide
        </Button>
      </div>
      <ul className="max-h-[88px] scroll-quiet">
        {rows.map((row) => (
          <li key={`${row.kind} ${row.id}`} className="flex items-baseline gap-3">
            <span className="flex-1 text-t2 truncate" {...tip(row.reason)}>
              The {words[row.kind]} “{row.name}”: {row.reason}
            </span>
            <Button kind="text" onClick={() => saveText(row.text, `${row.kind}-${row.id}.json`)}>
              Save its text
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
