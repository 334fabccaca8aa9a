import { useMemo } from 'react';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import type { Look } from '@velvet-dusk/core/look/document';
import { filmSteps, type StockKind, stockOf, stocksOf, withStock } from '@velvet-dusk/core/look/filmStock';
import { freeName } from '@velvet-dusk/core/look/freeName';
import { lookFrom, startingPoints } from '@velvet-dusk/core/look/startingPoints';
import { useLookActions } from '../../api/looks.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useDocument } from '../../state/document.ts';
import { loadStock } from '../dock/film/stocks.ts';
import type { SheetChoice } from './PictureSheet.tsx';

/** A choice whose pictures are those of a look. */
export interface LookChoice extends SheetChoice {
  look: Look;
  /** By which plates know how strong the look is on them; empty for one that is none yet. */
  lookId: string;
}

/** Starting points, each of which makes a look of its own. */
export function usePointChoices(onTaken: () => void) {
  const { looks } = useOpenProject();
  const { make } = useLookActions();
  const choices = useMemo(
    () =>
      startingPoints.map(({ id, label, about }): LookChoice => {
        const look = lookFrom(id, label);
        return { id, name: label, about, key: id, look, lookId: '' };
      }),
    [],
  );
  const names = looks.map((l) => l.document.name);
  // What goes wrong is told by `trouble`; with the new look on the bench this sheet is another one by then.
  const take = ({ id, name }: LookChoice) =>
    void make.mutateAsync(lookFrom(id, freeName(name, names))).then(onTaken, () => {});
  return { choices, take, trouble: make.error?.message };
}

/** The look on the bench under every stock of a kind: those that ship, and those of the project's looks. */
export function useStockChoices(kind: StockKind) {
  const { looks } = useOpenProject();
  const { look, lookId } = useDocument();
  const choices = useMemo(() => {
    const all = [look, ...looks.filter((l) => l.id !== lookId).map((l) => l.document)];
    const loaded = JSON.stringify(stockOf(filmSteps(look)[kind]));
    return stocksOf(all, kind).map((stock) => {
      const under = withStock(look, kind, stock);
      return {
        id: stock.id,
        name: stock.name,
        about: stock.about,
        key: canonicalJson(under),
        look: under,
        lookId,
        inUse: JSON.stringify(stock) === loaded,
        stock,
      };
    });
  }, [looks, look, lookId, kind]);
  const take = ({ stock }: (typeof choices)[number]) =>
    loadStock(kind, filmSteps(useDocument.getState().look)[kind], stock);
  return { choices, take };
}
