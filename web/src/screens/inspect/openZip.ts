import { unzip, unzipSync } from 'fflate';

/** A zip of more is no folder of LUTs; opened, it would fill the memory. */
const largestZip = 400 * 1024 * 1024;
const largestOpened = 1024 * 1024 * 1024;

/** Bytes an entry takes beside its data and its name, which stands there twice (PKWARE APPNOTE 6.3, 4.3.7 and 4.3.12). */
const headers = 30 + 46;

/** What a zip says of its entries, before anything of them is unpacked. Throws where it is none. */
function listed(bytes: Uint8Array): { name: string; packed: number; unpacked: number }[] {
  const out: { name: string; packed: number; unpacked: number }[] = [];
  unzipSync(bytes, {
    filter: ({ name, size, originalSize }) => {
      out.push({ name, packed: size, unpacked: originalSize });
      return false;
    },
  });
  return out;
}

const sumOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

/** Why a zip is not opened, found in its list alone; null where nothing speaks against it. */
export function whyNotOpened(bytes: Uint8Array, isWanted: (name: string) => boolean): string | null {
  let all;
  try {
    all = listed(bytes);
  } catch (error) {
    return `not a zip that can be opened: ${(error as Error).message}`;
  }
  // Entries that lie over each other are unpacked again and again.
  if (sumOf(all.map((e) => e.packed + headers + 2 * e.name.length)) > bytes.length)
    return 'its entries lie over each other';
  const wanted = all.filter((e) => isWanted(e.name));
  if (sumOf(wanted.map((e) => e.unpacked)) > largestOpened) return 'opened it has more than 1 GB';
  const names = wanted.map((e) => e.name);
  // One of two would vanish.
  const twice = names.find((name, i) => names.indexOf(name) < i);
  return twice === undefined
    ? null
    : `two files in it are called "${twice}"; open it out and import the folder`;
}

/** The wanted entries of a zip file, unpacked, by name. Throws an Error with words before anything is unpacked of one that will not do. */
export async function openZip(
  file: Blob,
  isWanted: (name: string) => boolean,
): Promise<Record<string, Uint8Array>> {
  // Before it is read: what is too large does not fit the memory either.
  if (file.size > largestZip) throw new Error('a zip may have 400 MB at most');
  const bytes = new Uint8Array(await file.arrayBuffer());
  const why = whyNotOpened(bytes, isWanted);
  if (why !== null) throw new Error(why);
  return new Promise((resolve, reject) =>
    unzip(bytes, { filter: ({ name }) => isWanted(name) }, (error, found) =>
      error ? reject(new Error(`not a zip that can be opened: ${error.message}`)) : resolve(found),
    ),
  );
}
