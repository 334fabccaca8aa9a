import { useMemo } from 'react';
import type { InspectedFile } from '@velvet-dusk/core/api/inspected';
import { groupLuts } from '@velvet-dusk/core/inspect/collection';
import type { ReadFile } from './reports.ts';
import type { Row } from './tableColumns.ts';

/** Letters of families: A … Z, then AA … */
const letter = (i: number): string =>
  i < 26 ? String.fromCharCode(65 + i) : `${letter(Math.floor(i / 26) - 1)}${letter(i % 26)}`;

/** Files with what is known of each, and the groups that those known make. */
export function useRows(files: readonly InspectedFile[], reports: readonly ReadFile[]): Row[] {
  return useMemo(() => {
    const read = files.flatMap((file, i) => {
      const k = reports[i].known;
      return k && 'report' in k ? [{ at: i, file, report: k.report }] : [];
    });
    // Every file is held against every other: once all are read, not anew with each that comes.
    const isWhole = reports.every(({ known }) => known !== undefined);
    const groups = groupLuts(
      (isWhole ? read : []).map(({ file, report }) => ({
        sha256: file.sha256,
        valuesKey: report.valuesKey,
        domain: JSON.stringify([report.file.domainMin, report.file.domainMax]),
        signature: report.signature,
        look: report.look,
      })),
    );
    const place = new Map(read.map(({ at }, i) => [at, i]));
    const others = (lists: readonly number[][], at: number) => {
      const i = place.get(at);
      const list = i === undefined ? undefined : lists.find((l) => l.includes(i));
      return (list ?? []).filter((j) => j !== i).map((j) => read[j].file.path);
    };
    return files.map((file, at) => {
      const i = place.get(at);
      const family = i === undefined ? -1 : groups.families.findIndex((l) => l.includes(i));
      return {
        file,
        ...reports[at],
        family: family < 0 ? '' : letter(family),
        sameAs: others(groups.duplicates, at),
        nearly: others(groups.near, at),
      };
    });
  }, [files, reports]);
}
