import { oncePer } from '@velvet-dusk/core/numeric/oncePer';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import type { InspectedFile } from '@velvet-dusk/core/api/inspected';
import { taughtFor, type TaughtWord } from '@velvet-dusk/core/inspect/names/taught';
import { camerasBeside } from '@velvet-dusk/core/inspect/identify/neighbours';
import { useOpenProject } from '../../api/openProject.ts';
import { atOnce, inspectCrew } from '../../workers/crew.ts';
import type { InspectSetting, LutFileOrder } from '../../workers/inspect.ts';
import { nameOf } from '../../state/nameOf.ts';
import { type Known, useInspectView } from '../../state/inspectView.ts';

/** Reports by what they were made of: the file, the reading that is taken, profiles and looks. */
interface Reports {
  known: Record<string, Known>;
}
const useReportStore = create<Reports>(() => ({ known: {} }));

/** Profiles and looks a LUT may be made for; the same object until one of them changes. */
export function useInspectSetting(): InspectSetting {
  const { profiles, looks } = useOpenProject();
  // Records come anew with every save; what counts are their documents.
  const key = looks.map(({ id, document }) => `${id} ${nameOf(document)}`).join();
  return useMemo(
    () => ({ profiles, looks: looks.map(({ id, document }) => ({ id, document })) }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the looks
    [profiles, key],
  );
}

/** What of a setting decides a report, short. */
const keyOfSetting = oncePer((setting: InspectSetting): string => {
  const text = JSON.stringify(setting);
  let hash = 0;
  for (let i = 0; i < text.length; i++) hash = (hash * 31 + text.charCodeAt(i)) | 0;
  return `${hash} ${text.length}`;
});
const keyOf = ({ sha256, name, chosen, beside, taught }: LutFileOrder, setting: InspectSetting) =>
  JSON.stringify([sha256, name, chosen, beside, taught, keyOfSetting(setting)]);

/** How a file is read by itself. */
const alone = ({ sha256, path }: InspectedFile, words: readonly TaughtWord[]): LutFileOrder => ({
  sha256,
  name: path,
  chosen: 0,
  beside: null,
  taught: taughtFor(path, words),
});

/** What a file is read as, and how. */
export interface ReadFile {
  order: LutFileOrder;
  known: Known | undefined;
}

/** Reports that are asked for and not there yet, and whether they stand in front. */
const open = new Map<string, { isFirst: boolean; stop: AbortController }>();

function ask(key: string, file: LutFileOrder, setting: InspectSetting, isFirst: boolean): void {
  const stop = new AbortController();
  open.set(key, { isFirst, stop });
  const put = (known: Known) => {
    if (open.get(key)?.stop === stop) open.delete(key);
    useReportStore.setState((s) => ({ known: { ...s.known, [key]: known } }));
  };
  void inspectCrew()
    .run('report', [file, setting], { signal: stop.signal, priority: isFirst ? atOnce : 0 })
    .then(
      (report) => put({ report }),
      (error: Error) => stop.signal.aborted || put({ error: error.message }),
    );
}

/** Takes back what waits. */
function takeBack(key: string): void {
  open.get(key)?.stop.abort();
  open.delete(key);
}

const readingsOf = (known: Known | undefined) =>
  known && 'report' in known ? known.report.identity.readings : null;

/**
 * Reports of all files, as they come; the one looked at first. Each is read by itself; once all are, those that are not told
 * surely are read again with what the files beside them are for.
 */
export function useReports(files: readonly InspectedFile[], firstId: string): ReadFile[] {
  const setting = useInspectSetting();
  const { taughtWords } = useOpenProject();
  const chosen = useInspectView((s) => s.chosen);
  const known = useReportStore((s) => s.known);
  const byThemselves = useMemo(
    () =>
      files.map((f) => {
        const order = alone(f, taughtWords);
        return { order, key: keyOf(order, setting) };
      }),
    [files, setting, taughtWords],
  );
  const readAlone = byThemselves.every(({ key }) => known[key]) ? known : null;
  const beside = useMemo(
    () =>
      readAlone &&
      camerasBeside(
        byThemselves.map(({ order, key }) => ({ path: order.name, readings: readingsOf(readAlone[key]) })),
      ),
    [byThemselves, readAlone],
  );
  const wanted = useMemo(
    () =>
      byThemselves.map((file, i) => {
        const more = { chosen: chosen[file.order.sha256] ?? 0, beside: beside?.[i] ?? null };
        if (!more.chosen && !more.beside) return file;
        const order = { ...file.order, ...more };
        return { order, key: keyOf(order, setting) };
      }),
    [byThemselves, beside, chosen, setting],
  );
  useEffect(() => {
    const all = new Map([...byThemselves, ...wanted].map(({ key, order }) => [key, order]));
    // What nobody waits for any more is not measured.
    for (const key of [...open.keys()]) if (!all.has(key)) takeBack(key);
    const at = files.findIndex((f) => f.id === firstId);
    const { known: there } = useReportStore.getState();
    for (const [key, file] of all) {
      const isFirst = key === byThemselves[at]?.key || key === wanted[at]?.key;
      // One that waits in the line goes to its front.
      if (isFirst && open.get(key)?.isFirst === false) takeBack(key);
      if (!open.has(key) && !there[key]) ask(key, file, setting, isFirst);
    }
  }, [files, byThemselves, wanted, setting, firstId]);
  return useMemo(
    () =>
      wanted.map(({ order, key }, i) => ({
        order,
        // Until it is read again, what it says by itself stands there, or what it said before words of its name were taught.
        known:
          known[key] ??
          (order.chosen
            ? undefined
            : (known[byThemselves[i].key] ?? known[keyOf({ ...order, beside: null, taught: [] }, setting)])),
      })),
    [byThemselves, wanted, known, setting],
  );
}
