import { shippedStocks, type Stock, type StockKind, stockOf } from '@velvet-dusk/core/look/filmStock';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { addStep, editParams, editStep } from '../../../state/document.ts';

/** Loads a stock into its step, which is put in where the look has none; null takes the film out. */
export function loadStock(kind: StockKind, step: LookStep | undefined, stock: Stock | null): void {
  if (!step) {
    if (stock) addStep(kind, { stock });
    return;
  }
  if (stock && !step.on) editStep(step.id, { on: true });
  editParams(step.id, () => ({ stock }));
}

/** The stock before or after the loaded one, round about; the first where none is loaded. */
export function nextStock(kind: StockKind, step: LookStep | undefined, by: 1 | -1): void {
  const stocks = shippedStocks[kind];
  const at = stocks.findIndex((s) => s.id === stockOf(step)?.id);
  loadStock(kind, step, stocks[(Math.max(at, by > 0 ? -1 : 0) + by + stocks.length) % stocks.length]);
}
