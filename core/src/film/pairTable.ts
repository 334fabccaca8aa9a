import { layerNames } from './stock.ts';
import { negatives } from './negatives.ts';
import { prints } from './prints.ts';
import { pairFacts } from './system.ts';

const number = (v: number) => v.toFixed(2);

/** Every stock pair that ships in a line of Markdown: what the table in the documentation holds. */
export function pairTable(): string[] {
  return negatives.flatMap((n) =>
    prints.map((p) => {
      const { negativeGamma, systemGamma, white, grey, black } = pairFacts(n, p);
      const cells = [
        n.name,
        p.name,
        number(negativeGamma),
        number(systemGamma),
        number(white),
        grey.map(number).join(' '),
        number(black),
      ];
      return cells.join(' | ');
    }),
  );
}

/** Curves of every stock as `docs/film.md` lists them: Dmin, Dmax, gamma, speed point, toe and shoulder of each layer. */
export const curveTable = (): string[] =>
  [...negatives, ...prints].map(({ name, layers }) => {
    const cells = layerNames.map((layer) => {
      const { dMin, dMax, gamma, speed, toe, shoulder } = layers[layer];
      return [dMin, dMax, gamma, speed, toe, shoulder].join(', ');
    });
    return [name, ...cells].join(' | ');
  });
