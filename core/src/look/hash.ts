import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from '../canonicalJson.ts';
import type { Look } from './document.ts';
import { earlierPrimaries } from './migrations.ts';

export const sha256Hex = (data: Uint8Array) => bytesToHex(sha256(data));
/** SHA-256 of a value's canonical JSON. */
export const contentHash = (value: unknown) => sha256Hex(utf8ToBytes(canonicalJson(value)));

/** A name given to a step since changes no picture: recipes are hashed as this version wrote them. */
const hashedVersion = 4;
const hashedTypes: Record<string, string> = { primariesAndSecondaries: earlierPrimaries };

/**
 * SHA-256 of what decides a look's LUT: strength, steps and rendering; not its name, notes, step ids or texture, nor what
 * it is shown on.
 */
export function recipeHash(look: Look): string {
  const steps = look.steps.map(({ type, on, strength, params }) => ({
    type: hashedTypes[type] ?? type,
    on,
    strength,
    params,
  }));
  const { strength, rendering } = look;
  const schemaVersion = hashedVersion;
  // Only where it is on, so that looks from before the switch keep their hash.
  const switches = look.colourOnly ? { colourOnly: true } : {};
  return contentHash({ schemaVersion, strength, steps, rendering, ...switches });
}
