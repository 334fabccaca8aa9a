import { z } from 'zod';
import { percent } from '../numeric/percent.ts';

/** How strong looks are on a plate, by the ID of the look, where that is not as the look says. It stays with the plate. */
export const plateStrengthsSchema = z.record(z.string().max(80), z.number().min(0).max(1));
export type PlateStrengths = z.output<typeof plateStrengthsSchema>;

/** A plate's strengths with that of one look changed; null is as the look says. */
export function withStrength(
  strengths: PlateStrengths,
  lookId: string,
  strength: number | null,
): PlateStrengths {
  const { [lookId]: _, ...rest } = strengths;
  return strength === null ? rest : { ...rest, [lookId]: strength };
}

/** A look by its ID, where it is one of the project's, and how strong it says it is. */
interface Strong {
  id?: string | undefined;
  strength: number;
}

/** How strong a look is on a plate, 0–1. One that is none of the project's is as strong as it says. */
export const strengthOnPlate = ({ id, strength }: Strong, strengths: PlateStrengths = {}): number =>
  (id === undefined ? undefined : strengths[id]) ?? strength;

/** A look as strong as a plate takes it. */
export function lookOnPlate<L extends Strong>(look: L, strengths?: PlateStrengths): L {
  const strength = strengthOnPlate(look, strengths);
  return strength === look.strength ? look : { ...look, strength };
}

/** What a finishing artist is told of plates on which a look is not as strong as it says, a line a plate. */
export const plateStrengthNotes = (
  lookId: string,
  plates: readonly { name: string; strengths: PlateStrengths }[],
): string[] =>
  plates.flatMap(({ name, strengths: { [lookId]: own } }) =>
    own === undefined ? [] : [`${name}: at ${percent(own)}`],
  );
