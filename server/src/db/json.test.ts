import { crc32 } from 'node:zlib';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sql } from 'drizzle-orm';
import { startTestClient } from '../testing/testClient.ts';
import { readStored, Unreadable, withChecksum } from './json.ts';

const testClient = startTestClient();
const documents = [
  ['looks', 'document'],
  ['profiles', 'document'],
  ['plates', 'facts'],
  ['plates', 'shot'],
  ['projects', 'practice'],
] as const;
const stored = async (table: string, column: string): Promise<string> => {
  const db = testClient.services.db;
  const { rows } = await db.run(sql.raw(`SELECT ${column} FROM ${table} WHERE ${column} IS NOT NULL`));
  return String(rows[0][0]);
};

test('the checksum is that of ISO/IEC 8802-3 (its check value, from memory), and the text stays JSON', () => {
  expect(crc32('123456789')).toBe(0xcbf43926);
  expect(JSON.parse(withChecksum('{"a": 1}'))).toEqual({ a: 1 });
  expect(readStored(withChecksum('{"a": 1}'))).toEqual({ a: 1 });
  // Written before there were checksums.
  expect(readStored('{"a": 1}')).toEqual({ a: 1 });
});

test('of 500 bits that flip in stored documents and facts, one at a time, none is read as if nothing was', async () => {
  for (const [table, column] of documents) {
    const text = await stored(table, column);
    const bytes = Buffer.from(text);
    expect(readStored(text)).not.toBeInstanceOf(Unreadable);
    for (const bit of fc.sample(fc.integer({ min: 0, max: bytes.length * 8 - 1 }), 100)) {
      const flipped = Buffer.from(bytes);
      flipped[bit >> 3] ^= 1 << (bit & 7);
      expect(readStored(flipped.toString()), `${table}, bit ${bit}`).toBeInstanceOf(Unreadable);
    }
  }
});

test('a plate whose facts changed on the disk is set aside with the reason; JSON and SQLite’s functions read the column', async () => {
  const { services } = testClient;
  const { rows } = await services.db.run(sql`SELECT json_extract(document, '$.name') FROM looks`);
  expect(rows[0][0]).toBe('Slack Water');
  const flipped = Buffer.from(await stored('plates', 'facts'));
  // A letter to another letter; what is no text any more, the driver cannot read, and the check at the start finds.
  flipped[flipped.indexOf('"usedDepth"') + 2] ^= 1;
  await services.db.run(
    sql.raw(`UPDATE plates SET facts = CAST(x'${flipped.toString('hex')}' AS TEXT) WHERE id = 'plate'`),
  );
  const { plates, unreadable } = await services.projects.open('p');
  expect(plates).toEqual([]);
  expect(unreadable).toMatchObject([{ id: 'plate', kind: 'plate' }]);
  expect(unreadable[0].reason).toContain('its checksum is another than when it was saved');
});
