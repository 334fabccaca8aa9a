import { useEffect, useRef } from 'react';
import type { Look } from '@velvet-dusk/core/look/document';
import { areasOf } from '@velvet-dusk/core/plate/marks';
import { useDocument } from '../state/document.ts';
import { setMeasured, useMeasured } from '../state/measured.ts';
import { useView } from '../state/view.ts';
import { analysisEngine } from '../workers/index.ts';
import { latestOnly } from '../workers/latest.ts';
import type { AnalysedView, PlateOrder } from '../workers/analysis.worker.ts';
import { thumbUrl, useCurrentPlate, useOpenProject, usePlates } from './useBench.ts';

const report = (error: unknown) => setMeasured({ trouble: `Measuring failed: ${(error as Error).message}` });

async function analyse(order: { look: Look; plate: PlateOrder; view: AnalysedView }) {
  try {
    setMeasured({ analysis: await analysisEngine.analyse(order), trouble: null });
  } catch (error) {
    report(error);
  }
}

async function paintThumbs({ look, plates }: { look: Look; plates: PlateOrder[] }) {
  try {
    // One by one, so that the scopes of the plate on the viewer never wait for the whole stack.
    for (const plate of plates) {
      const [thumb] = await analysisEngine.thumbnails(look, [plate]);
      const bitmap = await createImageBitmap(new ImageData(thumb.rgba, thumb.width, thumb.height));
      const entry = { bitmap, verdict: thumb.verdict };
      useMeasured.setState((s) => ({ thumbs: { ...s.thumbs, [plate.id]: entry } }));
    }
  } catch (error) {
    report(error);
  }
}

/** Keeps scopes, readings, effects and thumbnails in step with the look. */
export function useAnalysis(): void {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const current = useCurrentPlate();
  const look = useDocument((s) => s.look);
  const view = useView((s) => (s.before ? (s.view === 'look' ? 'normalised' : 'recorded') : s.view));
  const runners = useRef({ analyse: latestOnly(analyse), paintThumbs: latestOnly(paintThumbs) });

  const order = (id: string): PlateOrder | null => {
    const plate = plates.find((p) => p.id === id);
    const profile = profiles.find((p) => p.id === plate?.profileId);
    if (!plate || !profile) return null;
    return { id, url: thumbUrl(plate), profile, shot: plate.shot, skin: areasOf(plate.marks, 'skin') };
  };
  const currentId = current?.plate.id;

  useEffect(() => {
    const plate = currentId && order(currentId);
    if (plate) runners.current.analyse({ look, plate, view });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `order` reads nothing but what is listed
  }, [look, view, currentId, plates, profiles]);

  useEffect(() => {
    const orders = plates.map((p) => order(p.id)).filter((o) => o !== null);
    runners.current.paintThumbs({ look, plates: orders });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `order` reads nothing but what is listed
  }, [look, plates, profiles]);
}
