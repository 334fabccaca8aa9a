import { named, Select } from '../../../ui/Select.tsx';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { shippedStocks, type StockKind, stockOf } from '@velvet-dusk/core/look/filmStock';
import { loadStock } from './stocks.ts';
import { tip } from '../../../ui/tip.ts';

const labels: Record<StockKind, string> = { negative: 'Negative', print: 'Print' };

/** Which stock is loaded; one that was edited or measured stands first under its own name. */
export function StockChoice({ kind, step }: { kind: StockKind; step: LookStep | undefined }) {
  const stocks = shippedStocks[kind];
  const loaded = stockOf(step);
  const shipped = stocks.find((s) => s.id === loaded?.id);
  const own = loaded && JSON.stringify(shipped) !== JSON.stringify(loaded);
  return (
    <span className="flex items-baseline gap-1.5" {...tip(loaded?.about)}>
      <span className="text-t2">{labels[kind]}</span>
      <Select
        kind="line"
        label={labels[kind]}
        value={own ? 'own' : (loaded?.id ?? '')}
        options={[
          { value: '', label: 'none' },
          ...(own ? [{ value: 'own', label: `${loaded.name}, changed` }] : []),
          ...named(stocks),
        ]}
        className="max-w-[130px]"
        onChange={(id) => {
          if (id !== 'own') loadStock(kind, step, stocks.find((s) => s.id === id) ?? null);
        }}
      />
    </span>
  );
}
