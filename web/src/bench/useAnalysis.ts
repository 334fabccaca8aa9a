import { useEffect, useRef } from 'react';
import type { Look } from '@velvet-dusk/core/look/document';
import type { Schools } from '@velvet-dusk/core/readings/schools';
import { setMeasured, useMeasured } from '../state/measured.ts';
import { useView } from '../state/view.ts';
import type { AnalysisOrder } from '../workers/analysis.ts';
import type { PlateOrder } from '../workers/develop.ts';
import { analysisEngine, judge } from '../workers/index.ts';
import { latestOnly } from '../workers/latest.ts';
import { plateOrder, useCurrentPlate, useOpenProject, usePlates, useMeasuredLook } from './useBench.ts';
import { beforeOf } from './viewer/views.ts';

const report = (error: unknown) => setMeasured({ trouble: `Measuring failed: ${(error as Error).message}` });

async function analyse(order: AnalysisOrder) {
  try {
    setMeasured({ analysis: await analysisEngine.analyse(order), trouble: null });
  } catch (error) {
    report(error);
  }
}

interface StackOrder {
  look: Look;
  plates: PlateOrder[];
  schools: Schools;
}

async function paintThumbs({ look, plates, schools, isStale }: StackOrder & { isStale(): boolean }) {
  try {
    // One by one, so that the scopes of the plate on the viewer never wait for the whole stack.
    for (const plate of plates) {
      if (isStale()) return;
      const [thumb] = await analysisEngine.thumbnails(look, [plate], schools);
      const bitmap = await createImageBitmap(new ImageData(thumb.rgba, thumb.width, thumb.height));
      const entry = { bitmap, verdict: thumb.verdict };
      useMeasured.setState((s) => ({ thumbs: { ...s.thumbs, [plate.id]: entry } }));
    }
  } catch (error) {
    report(error);
  }
}

async function measureEffects(order: Pick<AnalysisOrder, 'look' | 'plate'>) {
  try {
    setMeasured({ effects: await analysisEngine.effects(order) });
  } catch (error) {
    report(error);
  }
}

/** Milliseconds of quiet before scopes and readings follow, and the longest they lag behind a moving control. */
const follow = { quiet: 150, most: 450 };

/** Milliseconds of quiet before they are taken once more, finely; before the stack is painted, and before the many trials of proposals, then of strengths. */
const quiet = { fine: 250, thumbs: 300, effects: 400, proposals: 700, strengths: 1500 };

/** Proposals for the first plate of the order, then the suited strength of each. */
async function judgeStack({ look, plates, schools }: StackOrder, isStale: () => boolean) {
  try {
    const [current] = plates;
    if (current) {
      const proposals = await judge.propose(current, look, schools);
      // Taken now they would put the look back to what it was when they were asked for.
      if (isStale()) return;
      setMeasured({ proposals });
    }
    await new Promise((done) => setTimeout(done, quiet.strengths - quiet.proposals));
    for (const plate of plates) {
      if (isStale()) return;
      const suited = await judge.strength(plate, look, schools);
      useMeasured.setState((s) => ({ strengths: { ...s.strengths, [plate.id]: suited } }));
    }
  } catch (error) {
    report(error);
  }
}

/** Keeps scopes, readings, effects, thumbnails, proposals and suited strengths in step with the look. */
export function useAnalysis(): void {
  const { profiles, schools } = useOpenProject();
  const plates = usePlates();
  const current = useCurrentPlate();
  const look = useMeasuredLook();
  const { stepId, readingId } = useView();
  const view = useView((s) => (s.before ? beforeOf(s.view) : s.view));
  const runners = useRef({
    analyse: latestOnly(analyse),
    effects: latestOnly(measureEffects),
    paintThumbs: latestOnly(paintThumbs),
  });
  const currentId = current?.plate.id;

  const orders = () =>
    plates.flatMap((plate) => {
      const profile = profiles.find((p) => p.id === plate.profileId);
      return profile ? [plateOrder(plate, profile)] : [];
    });

  const lastAnalysed = useRef(0);
  useEffect(() => {
    const plate = orders().find((o) => o.id === currentId);
    if (!plate) return;
    const go = (moving: boolean) => {
      lastAnalysed.current = performance.now();
      runners.current.analyse({ look, plate, view, schools, moving, stepId, readingId: readingId ?? '' });
    };
    if (performance.now() - lastAnalysed.current > follow.most + follow.quiet)
      lastAnalysed.current = performance.now();
    const late = lastAnalysed.current + follow.most - performance.now();
    const timers = [
      setTimeout(() => go(true), Math.max(Math.min(follow.quiet, late), 0)),
      setTimeout(() => go(false), quiet.fine),
    ];
    return () => timers.forEach(clearTimeout);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, view, currentId, plates, profiles, schools, stepId, readingId]);

  useEffect(() => {
    let stale = false;
    const timer = setTimeout(
      () => runners.current.paintThumbs({ look, plates: orders(), schools, isStale: () => stale }),
      quiet.thumbs,
    );
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, plates, profiles, schools]);

  useEffect(() => {
    const plate = orders().find((o) => o.id === currentId);
    const timer = setTimeout(() => {
      if (plate) runners.current.effects({ look, plate });
    }, quiet.effects);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, currentId, plates, profiles]);

  useEffect(() => {
    let stale = false;
    setMeasured({ proposals: null });
    const timer = setTimeout(() => {
      const all = orders();
      const first = all.filter((o) => o.id === currentId);
      const rest = all.filter((o) => o.id !== currentId);
      void judgeStack({ look, plates: [...first, ...rest], schools }, () => stale);
    }, quiet.proposals);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, currentId, plates, profiles, schools]);
}
