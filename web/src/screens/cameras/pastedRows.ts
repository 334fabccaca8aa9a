import type { CheckRow } from '@velvet-dusk/core/camera/profile';

const number = (text: string) => Number(text.replace('−', '-'));

/** The unit of a printed value: a percent sign says it; otherwise a fraction is a share, a larger number a code. */
function unitOf(text: string, value: number): CheckRow['unit'] {
  if (text.includes('%')) return 'percent';
  return value <= 1.2 && /\./.test(text) ? 'code' : '10-bit';
}

/** Reads rows as people paste them: `18 %, 408`, `+2 st; 575`, `90<tab>58.6 %`. Says which line cannot be read. */
export function parseRows(text: string): { rows: CheckRow[]; problem?: string } {
  const rows: CheckRow[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const match = /^\s*([+−-]?[\d.]+)\s*(%|st(?:ops?)?)?\s*[,;:\t ]\s*([+−-]?[\d.]+\s*%?)/i.exec(line);
    const [at, value] = [number(match?.[1] ?? 'x'), number((match?.[3] ?? 'x').replace('%', ''))];
    if (!match || !Number.isFinite(at) || !Number.isFinite(value))
      return {
        rows: [],
        problem: `Line ${i + 1}, "${line.trim().slice(0, 40)}": two numbers are needed, such as "18 %, 408".`,
      };
    const by = match[2]?.toLowerCase().startsWith('st') ? 'stops' : 'reflectance';
    rows.push({ at, by, value, unit: unitOf(match[3], value) });
  }
  return { rows };
}
