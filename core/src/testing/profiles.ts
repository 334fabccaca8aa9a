import { readdirSync, readFileSync } from 'node:fs';
import { parseProfile, type Profile } from '../camera/profile.ts';
import { standardProfiles } from '../camera/standard/index.ts';

const folder = new URL('../../../demo/profiles/', import.meta.url);
const read = (file: string) => parseProfile(JSON.parse(readFileSync(new URL(file, folder), 'utf8')), file);

/** Every profile that comes with the program or with the demo. */
export const allProfiles: readonly Profile[] = [...standardProfiles, ...readdirSync(folder).map(read)];

export function profileOf(id: string): Profile {
  const profile = allProfiles.find((p) => p.id === id);
  if (!profile) throw new Error(`no profile ${id}`);
  return profile;
}
