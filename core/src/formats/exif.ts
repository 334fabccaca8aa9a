/** Values of Exif tags by their numbers; a tag of several values has its first. */
export type ExifValues = Map<number, number | string>;

/** Types of TIFF 6.0 that are read, with the bytes of a value; a text is read as one. */
const text = 2;
const sizes: Record<number, number> = { [text]: 1, 3: 2, 4: 4, 5: 8, 10: 8 };
const exifDirectory = 34665;
/** More entries than any camera writes, and the longest text that is read. */
const mostEntries = 500;
const longestText = 200;

/**
 * Reads tags of an Exif block (CIPA DC-008; directories as in TIFF 6.0), or of a TIFF file, as Exif is laid out as one: of the
 * first picture and its Exif directory, only what is asked for. Whatever is out of place says nothing; no entry makes it read
 * more than a value. @param wanted numbers of the tags
 */
export function readExif(bytes: Uint8Array, wanted: ReadonlySet<number>): ExifValues {
  const found: ExifValues = new Map();
  const start = String.fromCharCode(...bytes.subarray(0, 6)) === 'Exif\0\0' ? 6 : 0;
  const view = new DataView(bytes.buffer, bytes.byteOffset + start, Math.max(0, bytes.byteLength - start));
  const order = view.byteLength >= 8 ? view.getUint16(0) : 0;
  const little = order === 0x4949;
  if ((!little && order !== 0x4d4d) || view.getUint16(2, little) !== 42) return found;

  const valueAt = (type: number, count: number, at: number): number | string | undefined => {
    const isInline = (sizes[type] ?? 0) * count <= 4;
    const place = isInline ? at : view.getUint32(at, little);
    const length = type === text ? Math.min(count, longestText) : sizes[type];
    if (!length || count === 0 || place + length > view.byteLength) return undefined;
    switch (type) {
      case text: {
        const words = String.fromCharCode(...bytes.subarray(start + place, start + place + length));
        return words.split('\0')[0];
      }
      case 3:
        return view.getUint16(place, little);
      case 4:
        return view.getUint32(place, little);
      case 5:
        return view.getUint32(place, little) / view.getUint32(place + 4, little);
      default:
        return view.getInt32(place, little) / view.getInt32(place + 4, little);
    }
  };
  const readDirectory = (at: number): number | undefined => {
    if (at < 8 || at + 2 > view.byteLength) return undefined;
    const count = Math.min(view.getUint16(at, little), mostEntries);
    let next: number | undefined;
    for (let i = 0; i < count; i++) {
      const entry = at + 2 + i * 12;
      if (entry + 12 > view.byteLength) break;
      const tag = view.getUint16(entry, little);
      if (tag === exifDirectory) next = view.getUint32(entry + 8, little);
      if (!wanted.has(tag)) continue;
      const value = valueAt(view.getUint16(entry + 2, little), view.getUint32(entry + 4, little), entry + 8);
      if (value !== undefined && (typeof value === 'string' || Number.isFinite(value))) found.set(tag, value);
    }
    return next;
  };
  const exif = readDirectory(view.getUint32(4, little));
  if (exif !== undefined) readDirectory(exif);
  return found;
}
