import { describe, expect, test } from 'vitest';
import { importProfile } from '../camera/import/index.ts';
import { parseClf } from './clf/parse.ts';
import { parseCube } from './cubeParse.ts';
import { parseSpi1d } from './spi1d.ts';

/** Text files made to do harm. */

const head = '<?xml version="1.0"?><ProcessList id="a" compCLFversion="3">';
const depths = 'inBitDepth="32f" outBitDepth="32f"';
const matrix = `<Matrix ${depths}><Array dim="3 3">1 0 0 0 1 0 0 0 1</Array></Matrix>`;
const log = `<Log ${depths} style="antiLog2"><LogParams base="2"/></Log>`;
const list = (...nodes: string[]) => `${head}${nodes.join('')}</ProcessList>`;

describe('a list of process nodes that no maker wrote is refused with its place', () => {
  test.each([
    [
      'an external entity',
      `<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]>${list('<Description>&x;</Description>', log)}`,
      /document type: .* not read/,
    ],
    [
      'entities that grow',
      `<!DOCTYPE a [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${list(log)}`,
      /document type/,
    ],
    ['a logarithm of base 1', list(log.replace('base="2"', 'base="1"')), /Log \(node 1\): base must be/],
    ['a logarithm of base −2', list(log.replace('base="2"', 'base="-2"')), /Log \(node 1\): base must be/],
    ['a slope of 0', list(log.replace('base="2"', 'base="2" logSideSlope="0"')), /a slope must not be 0/],
    ['a matrix of zeros', list(log, matrix.replaceAll('1', '0')), /node 2.*cannot be inverted/],
    [
      'an exponent of 0',
      list(`<Exponent ${depths} style="basicFwd"><ExponentParams exponent="0"/></Exponent>`),
      /exponent must be a positive/,
    ],
    [
      'a flat table',
      list(`<LUT1D ${depths}><Array dim="3 1">0.5 0.5 0.5</Array></LUT1D>`, matrix),
      /grey axis: only 1 of 1024 points rise/,
    ],
    ['tags in tags', list('<a>'.repeat(3000), '</a>'.repeat(3000)), /nested/],
    ['thousands of nodes', list(log.repeat(3000)), /more than 100 nodes/],
    ['a text of megabytes', list(' '.repeat(17_000_000), log), /size: more than 16 MB/],
    ['characters that are none', list('\0'.repeat(100_000), log), /line 1, column \d+: not XML: a control/],
    [
      'a tag without end',
      list(`<Info ${'a '.repeat(300_000)}`, log),
      /line 1, column \d+: .*20000 characters/,
    ],
    ['a declaration that is not closed', list('<?xml', log), /a\.clf: .*(not XML|elements)/],
    [
      'more numbers than are announced',
      list(`<LUT1D ${depths}><Array dim="2 1">${'0.5 '.repeat(100_000)}</Array></LUT1D>`),
      /2 numbers are needed, found more/,
    ],
    [
      'a table of billions',
      list(`<LUT1D ${depths}><Array dim="999999999 3">0</Array></LUT1D>`),
      /larger than any/,
    ],
  ])('%s', (_, text, words) => {
    expect(() => importProfile(text, 'a.clf')).toThrow(words);
  });

  test('a list of a hundred nodes is read all the same', () => {
    expect(parseClf(list(matrix.repeat(99), log), 'a.clf').nodes).toHaveLength(100);
  });
});

describe('cubes', () => {
  test('lines without end and without rows are refused, where they become too many', () => {
    for (const filler of ['\n', '\r\n', '# x\n'])
      expect(() => parseCube(`LUT_1D_SIZE 2\n${filler.repeat(200_000)}0 0 0\n1 1 1\n`, 'a.cube')).toThrow(
        /a\.cube: line 10\d{4}, column 1: more than 100000 lines/,
      );
  });

  test('one line of megabytes is refused before it is taken apart', () => {
    expect(() => parseCube('0 '.repeat(10_000_000), 'a.cube')).toThrow(/line 1, column 251: line longer/);
  });

  test('comments between rows are no rows, and do no harm', () => {
    const rows = Array.from({ length: 500 }, (_, i) => `# ${i}\n\n${i / 499} 0 1\n`).join('');
    expect(parseCube(`LUT_1D_SIZE 500\n${rows}`, 'a.cube').data[499 * 3]).toBe(1);
  });
});

test('a table of another kind that is larger than any is refused at once', () => {
  expect(() => parseSpi1d('\n'.repeat(9_000_000), 'a.spi1d')).toThrow(/a\.spi1d: size: more than 8 MB/);
});
