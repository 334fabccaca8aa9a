import type { LookStep } from '@velvet-dusk/core/look/document';
import { shippedStocks, type StockKind, stockOf, loadStock } from './stocks.ts';

const labels: Record<StockKind, string> = { negative: 'Negative', print: 'Print' };

/** Which stock is loaded; one that was edited or measured stands first under its own name. */
export function StockChoice({ kind, step }: { kind: StockKind; step: LookStep | undefined }) {
  const stocks = shippedStocks[kind];
  const loaded = stockOf(step);
  const shipped = stocks.find((s) => s.id === loaded?.id);
  const own = loaded && JSON.stringify(shipped) !== JSON.stringify(loaded);
  return (
    <label className="flex items-baseline gap-1.5" title={loaded?.about}>
      <span className="text-t2">{labels[kind]}</span>
      <select
        aria-label={labels[kind]}
        className="appearance-none bg-transparent text-t1 border-b border-g4 hover:border-g5 max-w-[130px] [&>option]:bg-g3"
        value={own ? 'own' : (loaded?.id ?? '')}
        onChange={(e) => {
          const { value } = e.currentTarget;
          if (value !== 'own') loadStock(kind, step, stocks.find((s) => s.id === value) ?? null);
        }}
      >
        <option value="">none</option>
        {own && <option value="own">{loaded.name}, changed</option>}
        {stocks.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </select>
    </label>
  );
}
