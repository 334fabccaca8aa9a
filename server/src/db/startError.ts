/** Why a server cannot start, with what to do about it; shown as it is, without a stack. */
export class StartError extends Error {
  override name = 'StartError';
}

/** The database is damaged or missing; its last good copy may take its place. */
export class DamagedDatabase extends StartError {
  override name = 'DamagedDatabase';
}
