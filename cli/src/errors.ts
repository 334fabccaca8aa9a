/** Bad use of the command line: exit code 2. Anything else that goes wrong is exit code 1. */
export class UsageError extends Error {
  override name = 'UsageError';
}
