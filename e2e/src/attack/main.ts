/**
 * `npm run attack [NAME …]`: does to servers and parsers what should do them no harm, and says what came of it. Bounded in
 * time and count, on this machine only. Ends with 1 where a promise does not hold.
 */
import { diskAttack } from './disk.ts';
import type { Attack } from './finding.ts';
import { killAttack } from './kills.ts';
import { largeAttack } from './large.ts';
import { loadAttack } from './load.ts';
import { memoryAttack } from './memory.ts';
import { mutantAttack } from './mutants.ts';
import { otherHandsAttack } from './otherHands.ts';
import { pageAttack } from './page.ts';

const attacks: readonly Attack[] = [
  mutantAttack,
  killAttack,
  loadAttack,
  largeAttack,
  diskAttack,
  memoryAttack,
  pageAttack,
  otherHandsAttack,
];
const named = process.argv.slice(2);
const unknown = named.find((name) => !attacks.some((a) => a.name === name));
if (unknown)
  throw new Error(`no attack "${unknown}"; known are ${attacks.map((a) => `"${a.name}"`).join(', ')}`);

for (const attack of attacks) {
  if (named.length > 0 && !named.includes(attack.name)) continue;
  process.stdout.write(`\n${attack.name}: ${attack.about}\n`);
  const start = performance.now();
  try {
    for (const { promise, figure, holds } of await attack.run()) {
      process.stdout.write(`  ${holds ? 'holds' : 'FAILS'}  ${promise}: ${figure}\n`);
      if (!holds) process.exitCode = 1;
    }
  } catch (error) {
    process.stdout.write(`  FAILS  could not be run: ${(error as Error).message}\n`);
    process.exitCode = 1;
  }
  process.stdout.write(`  (${((performance.now() - start) / 1000).toFixed(0)} s)\n`);
}
