import { crc32 } from 'node:zlib';
import { customType } from 'drizzle-orm/sqlite-core';

/** Text in a column of documents that is not what was written. No schema takes it, so that whoever reads the row refuses it by name. */
export class Unreadable {
  constructor(
    readonly text: string,
    readonly why: string,
  ) {}
}

/**
 * What is stored ends with its own checksum (CRC-32, ISO/IEC 8802-3), written as a line of 32 blanks and tabs: JSON ignores
 * them, so that the column is JSON to whoever else reads it, SQLite's own functions too.
 */
const trailer = /\s+$/;
const checksumOf = (text: string): string =>
  `\n${crc32(text).toString(2).padStart(32, '0').replaceAll('0', ' ').replaceAll('1', '\t')}`;

export const withChecksum = (text: string): string => text + checksumOf(text);

/** Reads a stored text. One from before there were checksums is read without. */
export function readStored(text: string): unknown {
  const found = trailer.exec(text);
  if (found && checksumOf(text.slice(0, found.index)) !== found[0])
    return new Unreadable(text, 'its checksum is another than when it was saved');
  try {
    return JSON.parse(text);
  } catch (error) {
    return new Unreadable(text, `it is not JSON: ${(error as Error).message}`);
  }
}

/** A column of JSON whose damage ends the reading of its own row only. */
export const json = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'text',
  // What could not be read is written as it was, where a row is copied whole.
  toDriver: (value) => (value instanceof Unreadable ? value.text : withChecksum(JSON.stringify(value))),
  fromDriver: readStored,
});
