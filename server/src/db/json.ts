import { customType } from 'drizzle-orm/sqlite-core';

/** Text in a column of documents that is no JSON. No schema takes it, so that whoever reads the row refuses it by name. */
export class Unreadable {
  constructor(
    readonly text: string,
    readonly why: string,
  ) {}
}

/** A column of JSON whose damage ends the reading of its own row only. */
export const json = customType<{ data: unknown; driverData: string }>({
  dataType: () => 'text',
  // What could not be read is written as it was, where a row is copied whole.
  toDriver: (value) => (value instanceof Unreadable ? value.text : JSON.stringify(value)),
  fromDriver(text) {
    try {
      return JSON.parse(text);
    } catch (error) {
      return new Unreadable(text, (error as Error).message);
    }
  },
});
