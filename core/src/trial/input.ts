import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { contentHash, sha256Hex } from '../look/hash.ts';
import { type Stock, type StockKind, stockKinds, stocksOf, withStock } from '../look/filmStock.ts';
import type { NamedLook } from '../look/namedLook.ts';
import type { LutText } from '../formats/lutTexts.ts';
import { oncePer } from '../numeric/oncePer.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Display } from '../render/display.ts';
import type { Condition } from './condition.ts';
import type { Trial } from './document.ts';
import type { Gate } from './gate.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { recordTarget, targetOf } from './targets/plates.ts';

/** Everything a board is run with. */
export interface TrialInput {
  project: string;
  trial: Trial;
  looks: NamedLook[];
  profiles: Profile[];
  /** Texts of the files of placed LUTs. */
  luts: LutText[];
  plates: RecordedFrame[];
  display: Display;
  practice: PracticeSettings;
  gate: Gate | null;
  endurance: boolean;
}

/** Hash of everything that decides a run. */
export const inputHash = ({ plates, ...rest }: TrialInput): string =>
  contentHash({
    ...rest,
    // What a plate is said to show decides nothing; that looks are as strong as they say was not told of it at first.
    plates: plates.map(({ code, scene: _, strengths = {}, acceptedMisses = {}, ...plate }) => ({
      ...plate,
      ...(Object.keys(strengths).length > 0 ? { strengths } : {}),
      ...(Object.keys(acceptedMisses).length > 0 ? { acceptedMisses } : {}),
      code: sha256Hex(new Uint8Array(code.buffer, code.byteOffset, code.byteLength)),
    })),
  });

/**
 * A plate of an input by its ID; a stress target is recorded by the camera of the first plate. Throws a RangeError for one that is
 * not there.
 */
export function plateOf(
  { plates, profiles }: Pick<TrialInput, 'plates' | 'profiles'>,
  id: string,
): RecordedFrame {
  const target = targetOf(id);
  if (target) return recordTarget(target, plates[0]?.profile ?? profiles[0]);
  const found = plates.find((p) => p.id === id);
  if (!found) throw new RangeError(`no plate "${id}"`);
  return found;
}

/** The stocks of some looks, beside those that ship. */
export const shelfOf = (looks: readonly Look[]) => ({
  negative: stocksOf(looks, 'negative'),
  print: stocksOf(looks, 'print'),
});

/** Does a condition name a stock? */
export const namesStock = (condition: Pick<Condition, StockKind>): boolean =>
  stockKinds.some((kind) => condition[kind] !== undefined);

const shelfOfInput = oncePer((looks: readonly NamedLook[]) => shelfOf(looks.map((l) => l.document)));

/** A look with the stocks of a condition in their places. Throws a RangeError for one that is not on the shelf. */
export function underStocks(
  look: Look,
  condition: Pick<Condition, StockKind>,
  shelf: Readonly<Record<StockKind, readonly Stock[]>>,
): Look {
  return stockKinds.reduce<Look>((under, kind) => {
    const id = condition[kind];
    if (id === undefined) return under;
    const stock = shelf[kind].find((s) => s.id === id);
    if (!stock) throw new RangeError(`no ${kind} "${id}"`);
    return withStock(under, kind, stock);
  }, look);
}

/** The look a condition names, with the stocks it names. Throws a RangeError for one that is not there. */
export function lookOf(looks: readonly NamedLook[], condition: Pick<Condition, 'lookId' | StockKind>): Look {
  const found = looks.find((l) => l.id === condition.lookId);
  if (!found) throw new RangeError(`no look "${condition.lookId}"`);
  // Most boards name no stock, and every cell asks.
  if (!namesStock(condition)) return found.document;
  return underStocks(found.document, condition, shelfOfInput(looks));
}
