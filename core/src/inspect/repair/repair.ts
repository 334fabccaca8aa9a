import type { Cube } from '../../lut/cube.ts';
import type { Lut } from '../../lut/lut.ts';
import type { CandidateEnd } from '../identify/ends.ts';

/** What a repair works on. */
export interface RepairSource {
  lut: Lut;
  /** What goes in and what comes out, as far as is known. */
  input: CandidateEnd;
  output: CandidateEnd;
  /** The file that stands behind this one, of those that join. */
  other?: Lut | undefined;
}

/** A document a repair makes. */
export interface Repaired {
  /** Added to the name of the file it is made of. */
  suffix: string;
  cube: Cube;
}

export interface RepairResult {
  made: Repaired[];
  /** What it cost, or could not do, in a sentence; empty where nothing. */
  note: string;
}

/** One number or choice of a repair. */
export type RepairField =
  | {
      id: string;
      label: string;
      kind: 'number';
      min: number;
      max: number;
      step: number;
      rest: number;
      unit: string;
    }
  | { id: string; label: string; kind: 'choice'; options: Readonly<Record<string, string>>; rest: string };

export type RepairSettings = Readonly<Record<string, number | string>>;

/** Something that can be done to a LUT. It makes new documents and leaves the LUT as it is. */
export interface RepairKind {
  readonly id: string;
  readonly label: string;
  readonly about: string;
  readonly fields: readonly RepairField[];
  readonly usesOther?: boolean;
  /** What of it is held against the LUT it was made of: each file, all one after the other, or none: it does something else. */
  readonly compared?: 'together' | 'none';
  /** Throws a RangeError where it cannot be done, saying why. */
  run(source: RepairSource, settings: RepairSettings): RepairResult;
}

/** Points along an edge of what is made where the LUT has no grid of its own. */
export const usualGrid = 33;

export function numberIn(kind: RepairKind, settings: RepairSettings, id: string): number {
  const field = kind.fields.find((f) => f.id === id);
  const value = settings[id] ?? field?.rest;
  if (field?.kind !== 'number' || typeof value !== 'number' || !(value >= field.min && value <= field.max))
    throw new RangeError(
      field?.kind === 'number'
        ? `${field.label}: ${String(value)} is not from ${field.min} to ${field.max}`
        : `no number "${id}"`,
    );
  return value;
}

export function choiceIn(kind: RepairKind, settings: RepairSettings, id: string): string {
  const field = kind.fields.find((f) => f.id === id);
  const value = settings[id] ?? field?.rest;
  if (field?.kind !== 'choice' || typeof value !== 'string' || !Object.hasOwn(field.options, value))
    throw new RangeError(`${field?.label ?? id}: "${String(value)}" is none of its choices`);
  return value;
}
