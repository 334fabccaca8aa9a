import { createHash } from 'node:crypto';

/** SHA-256 of bytes, as 64 hexadecimal figures. */
export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
