import { describe, expect, test } from 'vitest';
import { parseLook } from '../look/document.ts';
import { looks, packOf, sources } from '../testing/demoPack.ts';
import { destinationSchema, type PackFormat, packFormats } from './destination.ts';
import type { Pack } from './document.ts';
import { planPack } from './plan.ts';

describe('formats that hold some LUTs only', () => {
  const place = (pack: Pack): Pack => ({
    ...pack,
    destinations: pack.destinations.map((d) =>
      d.id === 'editor' ? { ...d, formats: ['cube', 'spi1d', 'cdl'] } : d,
    ),
  });
  const formatsOf = (pack: Pack) =>
    planPack(pack, sources).files.map((f) => `${f.planned.order.role} ${f.format}`);

  test('curves are for a trim, a CDL for a look that is one; nobody is stopped by the others', () => {
    expect(formatsOf(place(packOf({ role: 'trim', offset: 1 }, { role: 'combined' })))).toEqual([
      'trim cube',
      'trim spi1d',
      'combined cube',
    ]);
    const cdl = { id: 'c', type: 'cdl', params: { saturation: 0.8 } };
    const [first, ...rest] = looks;
    const one = parseLook({ ...first.document, steps: [cdl], strength: 1, colourOnly: false }, 'one');
    const { files } = planPack(place(packOf({ role: 'combined' })), {
      ...sources,
      looks: [{ ...first, document: one }, ...rest],
    });
    expect(files.map((f) => f.format)).toEqual(['cube', 'cdl']);
  });

  test('a place may take all formats at once', () => {
    const formats = Object.keys(packFormats) as PackFormat[];
    const all = (pack: Pack): Pack => ({
      ...pack,
      destinations: pack.destinations.map((d) => destinationSchema.parse({ ...d, formats })),
    });
    const found = formatsOf(all(packOf({ role: 'combined' })));
    expect(found).toHaveLength(formats.length - 2);
    expect(formatsOf(all(packOf({ role: 'trim', offset: 1 })))).toHaveLength(formats.length - 1);
  });

  test('a place whose formats hold none of it says so', () => {
    const pack = place(packOf({ role: 'combined' }));
    const none = {
      ...pack,
      destinations: pack.destinations.map((d) => ({ ...d, formats: ['spi1d' as const] })),
    };
    expect(planPack(none, sources).refused[0].says).toMatch(/no format of Editor can hold the combined LUT/);
  });
});
