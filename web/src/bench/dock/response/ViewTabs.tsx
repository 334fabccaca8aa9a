import type { ResponseView } from './responseKinds.ts';

interface ViewTabsProps {
  views: readonly ResponseView[];
  view: ResponseView;
  onChange(id: string): void;
}

/** Which drawing of a step is shown. */
export function ViewTabs({ views, view, onChange }: ViewTabsProps) {
  if (views.length === 1) return <span className="text-t3">{view.label}</span>;
  return views.map((v) => (
    <button
      key={v.id}
      type="button"
      aria-pressed={v === view}
      className={v === view ? 'text-t1 border-b border-violet' : 'text-t2 hover:text-t1'}
      onClick={() => onChange(v.id)}
    >
      {v.label}
    </button>
  ));
}
