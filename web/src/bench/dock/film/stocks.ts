import { negatives } from '@velvet-dusk/core/film/negatives';
import { prints } from '@velvet-dusk/core/film/prints';
import type { NegativeStock, PrintStock } from '@velvet-dusk/core/film/stock';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { addStep, editParams, editStep } from '../../../state/document.ts';

export type StockKind = 'negative' | 'print';
export type Stock = NegativeStock | PrintStock;

/** The stocks that ship, by what they are. */
export const shippedStocks: Readonly<Record<StockKind, readonly Stock[]>> = {
  negative: negatives,
  print: prints,
};

export const stockOf = (step: LookStep | undefined) =>
  (step?.params as { stock: Stock | null } | undefined)?.stock ?? null;

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
