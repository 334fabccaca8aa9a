import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { InspectedFile } from '@velvet-dusk/core/api/inspected';
import type { Look } from '@velvet-dusk/core/look/document';
import { useOpenProject } from '../../bench/useBench.ts';
import { inspectWorkers } from '../../workers/index.ts';
import type { InspectSetting, LutFileOrder } from '../../workers/inspect.ts';
import { type Known, useInspectView } from '../../state/inspectView.ts';

/** Reports by what they were made of: the file, the reading that is taken, profiles and looks. */
interface Reports {
  known: Record<string, Known>;
}
const useReportStore = create<Reports>(() => ({ known: {} }));

/** Profiles and looks a LUT may be made for; the same object until one of them changes. */
export function useInspectSetting(): InspectSetting {
  const { profiles, looks } = useOpenProject();
  const text = JSON.stringify(looks.map(({ id, document }) => ({ id, document })));
  return useMemo(
    () => ({ profiles, looks: JSON.parse(text) as { id: string; document: Look }[] }),
    [profiles, text],
  );
}

const settingKeys = new WeakMap<InspectSetting, string>();
/** What of a setting decides a report, short. */
function keyOfSetting(setting: InspectSetting): string {
  let key = settingKeys.get(setting);
  if (key === undefined) {
    const text = JSON.stringify(setting);
    let hash = 0;
    for (let i = 0; i < text.length; i++) hash = (hash * 31 + text.charCodeAt(i)) | 0;
    settingKeys.set(setting, (key = `${hash} ${text.length}`));
  }
  return key;
}
const keyOf = (file: Pick<InspectedFile, 'sha256'>, chosen: number, setting: InspectSetting) =>
  `${file.sha256} ${chosen} ${keyOfSetting(setting)}`;

export const orderOf = (file: InspectedFile, chosen: Record<string, number>): LutFileOrder => ({
  sha256: file.sha256,
  name: file.path,
  chosen: chosen[file.sha256] ?? 0,
});

/** The files that wait, those asked for first in front; each worker takes the next when it is done. */
let waiting: { key: string; file: LutFileOrder; setting: InspectSetting }[] = [];
const asked = new Set<string>();
let free: number[] | undefined;

function runNext(): void {
  free ??= inspectWorkers().map((_, i) => i);
  while (free.length > 0 && waiting.length > 0) {
    const at = free.pop()!;
    const { key, file, setting } = waiting.shift()!;
    const worker = inspectWorkers()[at];
    worker
      .report(file, setting)
      .then(
        (report): Known => ({ report }),
        (error: unknown): Known => ({ error: (error as Error).message }),
      )
      .then((known) => {
        useReportStore.setState((s) => ({ known: { ...s.known, [key]: known } }));
        free!.push(at);
        runNext();
      })
      .catch(() => {});
  }
}

/** Reports of all files, as they come; the one looked at first. */
export function useReports(files: readonly InspectedFile[], firstId: string): (Known | undefined)[] {
  const setting = useInspectSetting();
  const chosen = useInspectView((s) => s.chosen);
  const known = useReportStore((s) => s.known);
  useEffect(() => {
    const wanted = files.map((f) => ({ id: f.id, key: keyOf(f, chosen[f.sha256] ?? 0, setting), file: f }));
    const keys = new Set(wanted.map((w) => w.key));
    // What nobody waits for any more is not measured.
    waiting = waiting.filter((w) => keys.has(w.key) || !asked.delete(w.key));
    for (const { key, file } of wanted) {
      if (asked.has(key)) continue;
      asked.add(key);
      waiting.push({ key, file: orderOf(file, chosen), setting });
    }
    const first = wanted.find((w) => w.id === firstId)?.key;
    waiting.sort((a, b) => Number(b.key === first) - Number(a.key === first));
    runNext();
  }, [files, chosen, setting, firstId]);
  return useMemo(
    () => files.map((f) => known[keyOf(f, chosen[f.sha256] ?? 0, setting)]),
    [files, known, chosen, setting],
  );
}
