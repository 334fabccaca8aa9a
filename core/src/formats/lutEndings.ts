/** The usual endings of the LUT files that are read. Apart from their readers, for a page that only offers them. */
export const lutEndings = ['cube', 'spi1d', 'spi3d', '3dl', 'csp', 'clf'] as const;
export type LutEnding = (typeof lutEndings)[number];
