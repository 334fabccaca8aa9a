import { join } from 'node:path';

/** The files of a data folder. Everything in it that is ours begins like this, or is the folder of stored files. */
export const prefix = 'velvet-dusk.';
export const filesFolder = 'files';

export const databasePath = (folder: string) => join(folder, `${prefix}db`);
/** The database as it was at the last good start or clean stop. */
export const copyPath = (folder: string) => join(folder, `${prefix}copy.db`);
export const lockPath = (folder: string) => join(folder, `${prefix}lock`);
/** Checksums of the database, page by page, while it is closed. */
export const sumsPath = (folder: string) => join(folder, `${prefix}sums`);
/** There since a copy took the place of the database, until somebody says that its files are in order. */
export const restoredPath = (folder: string) => join(folder, `${prefix}restored`);
/** Who holds the lock, for the words of a refusal. */
export const holderPath = (folder: string) => join(folder, `${prefix}lock.pid`);
/** Room on the disk for the next start, while no server works here. */
export const reservePath = (folder: string) => join(folder, `${prefix}reserve`);
