interface View {
  id: string;
  label: string;
}

interface ViewTabsProps {
  views: readonly View[];
  view: View;
  onChange(id: string): void;
}

/** Which of the drawings of a dock is shown. */
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
