import { negatives } from '../film/negatives.ts';
import { prints } from '../film/prints.ts';
import type { NegativeStock, PrintStock } from '../film/stock.ts';
import type { Look, LookStep } from './document.ts';
import { insertStep } from './edit.ts';

export const stockKinds = ['negative', 'print'] as const;
export type StockKind = (typeof stockKinds)[number];
export type Stock = NegativeStock | PrintStock;

/** The stocks that ship, by what they are. */
export const shippedStocks: Readonly<Record<StockKind, readonly Stock[]>> = {
  negative: negatives,
  print: prints,
};

/** The stock that is loaded in a step; null for none. */
export const stockOf = (step: LookStep | undefined): Stock | null =>
  (step?.params as { stock: Stock | null } | undefined)?.stock ?? null;

/** The negative and the print of a look that belong together: the print, and the last negative before it. */
export function filmSteps({ steps }: Pick<Look, 'steps'>): {
  negative?: LookStep | undefined;
  print?: LookStep | undefined;
} {
  const at = steps.findIndex((s) => s.type === 'print');
  const before = at < 0 ? steps : steps.slice(0, at);
  return { negative: before.findLast((s) => s.type === 'negative'), print: steps[at] };
}

/** A look with another stock in its place, all else as it is; one without film gets a step for it. */
export function withStock<L extends Pick<Look, 'steps'>>(look: L, kind: StockKind, stock: Stock): L {
  const step = filmSteps(look)[kind];
  if (!step) return { ...look, steps: insertStep(look.steps, kind, { stock }).steps };
  const steps = look.steps.map((s) => (s === step ? { ...s, on: true, params: { ...s.params, stock } } : s));
  return { ...look, steps };
}

/** Shipped stocks, and behind them those of looks that were edited or measured; of two with one ID the own one counts. */
export function stocksOf(looks: readonly Pick<Look, 'steps'>[], kind: StockKind): Stock[] {
  const shelf = new Map(shippedStocks[kind].map((s) => [s.id, s]));
  const text = (s: Stock) => JSON.stringify(s);
  for (const look of looks)
    for (const step of look.steps) {
      const stock = step.type === kind ? stockOf(step) : null;
      const there = stock && shelf.get(stock.id);
      if (!stock || (there && text(there) === text(stock))) continue;
      shelf.set(there ? ownId(stock.id, shelf) : stock.id, stock);
    }
  return [...shelf].map(([id, stock]) =>
    id === stock.id ? stock : { ...stock, id, name: `${stock.name}, changed` },
  );
}

/** An ID that no stock on the shelf has. */
function ownId(id: string, shelf: ReadonlyMap<string, Stock>): string {
  for (let n = 2; ; n++) if (!shelf.has(`${id}-${n}`.slice(-40))) return `${id}-${n}`.slice(-40);
}
