import { setView, useView } from '../state/view.ts';
import { Window } from '../ui/Window.tsx';
import { keyHelp } from './keys.ts';

export function HelpWindow() {
  const open = useView((s) => s.help);
  return (
    <Window
      open={open}
      onClose={() => setView({ help: false })}
      title="Keys"
      about="All of the bench can be worked without a pointer."
      width={440}
    >
      <dl className="px-5 pb-5 grid grid-cols-[150px_1fr] gap-y-1">
        {keyHelp.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="num text-t1">{keys}</dt>
            <dd className="text-t2">{does}</dd>
          </div>
        ))}
      </dl>
    </Window>
  );
}
