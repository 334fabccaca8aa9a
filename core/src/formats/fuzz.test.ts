import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { warmCube } from '../lut/testCube.ts';
import { gridLines, writeClf } from './clf/write.ts';
import { writeCsp } from './csp.ts';
import { writeCube } from './cubeWrite.ts';
import { FormatError } from './error.ts';
import { writeHald } from './hald.ts';
import { readLutBytes } from './lutFormats/index.ts';
import { writeSpi3d } from './spi3d.ts';
import { writeThreeDl } from './threeDl.ts';

/** Files of every format that is read, with bytes changed, cut off, doubled and moved: refused in words, or read. */

const cube = warmCube(4);
const bytes = (text: string) => new TextEncoder().encode(text);
const table = Array.from({ length: 16 }, (_, i) => `  ${(i / 15) ** 2}`).join('\n');
const samples: Record<string, Uint8Array> = {
  cube: bytes(writeCube(cube)),
  '1d.cube': bytes(
    `LUT_1D_SIZE 16\n${Array.from({ length: 16 }, (_, i) => `${i / 15} ${i / 15} ${i / 15}`).join('\n')}\n`,
  ),
  spi1d: bytes(`Version 1\nFrom 0 1\nLength 16\nComponents 1\n{\n${table}\n}\n`),
  spi3d: bytes(writeSpi3d(cube)),
  '3dl': bytes(writeThreeDl(cube)),
  csp: bytes(writeCsp({ grid: cube })),
  clf: bytes(
    writeClf({
      id: 'a',
      name: 'a',
      description: '',
      inputDescriptor: '',
      outputDescriptor: '',
      nodes: [gridLines(cube)],
    }),
  ),
  png: writeHald(cube, 16),
};

type Change = { at: number; kind: 'byte' | 'cut' | 'double' | 'digits' | 'swap'; value: number };
const change: fc.Arbitrary<Change> = fc.record({
  at: fc.double({ min: 0, max: 0.9999, noNaN: true }),
  kind: fc.constantFrom('byte', 'cut', 'double', 'digits', 'swap'),
  value: fc.integer({ min: 0, max: 255 }),
});

function changed(source: Uint8Array, changes: readonly Change[]): Uint8Array {
  let out = Uint8Array.from(source);
  for (const { at, kind, value } of changes) {
    const i = Math.floor(at * out.length);
    const join = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((p) => [...p]));
    if (kind === 'byte' && out.length > 0) out[i] = value;
    else if (kind === 'cut') out = out.slice(0, i);
    else if (kind === 'double') out = join(out.slice(0, i + value), out.slice(i));
    else if (kind === 'digits')
      out = join(out.slice(0, i), bytes('9'.repeat((value % 30) + 1)), out.slice(i));
    else out = join(out.slice(i), out.slice(0, i));
  }
  return out;
}

describe.each(Object.keys(samples))('.%s', (name) => {
  test('as it is, is read', () => {
    expect(readLutBytes(samples[name], `a.${name}`).stages.length).toBeGreaterThan(0);
  });

  test('changed at random, is read or refused with the file named', () => {
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 6 }), (changes) => {
        try {
          for (const stage of readLutBytes(changed(samples[name], changes), `a.${name}`).stages)
            if (stage.kind === '1d' || stage.kind === '3d')
              expect(stage.data.every(Number.isFinite)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
          expect((error as Error).message).toContain(`a.${name}`);
        }
      }),
      { numRuns: 150 },
    );
  });
});
