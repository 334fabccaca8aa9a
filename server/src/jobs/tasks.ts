/** What the worker threads do. Run by piscina; never imported by the server itself except for its types. */
export * from './readForeign.ts';
export * from './readPlate.ts';
export * from './runExport.ts';
