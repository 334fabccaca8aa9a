import { useEffect, useRef, useState } from 'react';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { useMeasuredScope } from '../state/background.ts';
import { setMeasured, useMeasured } from '../state/measured.ts';
import { useView } from '../state/view.ts';
import type { AnalysisOrder } from '../workers/analysis.ts';
import type { PlateOrder } from '../workers/develop.ts';
import { analysisEngine, judge } from '../workers/index.ts';
import { latestOnly } from '../workers/latest.ts';
import { paintJudged } from '../workers/paintThumb.ts';
import { useOpenProject } from '../api/openProject.ts';
import { plateOrder, useCurrentPlate, usePlates, useMeasuredLook } from './useBench.ts';
import { isInSight } from './inSight.ts';
import { beforeOf } from './viewer/views.ts';

const report = (error: unknown) => setMeasured({ trouble: `Measuring failed: ${(error as Error).message}` });

async function analyse(order: AnalysisOrder) {
  try {
    const analysis = await analysisEngine.analyse(order);
    const { plate, view, readingId } = order;
    setMeasured({ analysis, measuredOf: { plateId: plate.id, view, readingId }, trouble: null });
  } catch (error) {
    report(error);
  }
}

interface StackOrder {
  look: ShownLook;
  plates: PlateOrder[];
  practice: PracticeSettings;
  /** True once the look has moved on: what is left of the order is not worth doing. */
  isStale(): boolean;
}

async function paintThumbs({ look, plates, practice, isStale }: StackOrder) {
  try {
    // One by one, so that the scopes of the plate on the viewer never wait for the whole stack.
    for (const plate of plates) {
      if (isStale()) return;
      const thumb = await paintJudged(look, plate, practice);
      // Asked for before the look moved on, or the plate ceased to follow.
      if (isStale()) return;
      useMeasured.setState((s) => ({ thumbs: { ...s.thumbs, [plate.id]: thumb } }));
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

/** The longest, in milliseconds, that scopes and readings lag behind a moving control; they are a little coarser then. */
const longestLag = 450;

/**
 * Milliseconds of quiet after which a control rests, and scopes and readings are taken finely; before the stack is painted,
 * and before the many trials of proposals, then of strengths. Plates of the stack that are not in sight come when it has
 * been quiet for long.
 */
const quiet = { rest: 150, thumbs: 300, effects: 400, proposals: 700, strengths: 1500, outOfSight: 3000 };

async function proposeFor(plate: PlateOrder, { look, practice, isStale }: StackOrder) {
  try {
    const proposals = await judge.propose(plate, look, practice);
    // Taken now they would put the look back to what it was when they were asked for.
    if (!isStale()) setMeasured({ proposals });
  } catch (error) {
    report(error);
  }
}

async function suitStrengths({ look, plates, practice, isStale }: StackOrder) {
  try {
    for (const plate of plates) {
      if (isStale()) return;
      const suited = await judge.strength(plate, look, practice);
      if (isStale()) return;
      useMeasured.setState((s) => ({ strengths: { ...s.strengths, [plate.id]: suited } }));
    }
  } catch (error) {
    report(error);
  }
}

const only = <T>(all: Record<string, T>, id: string | undefined): Record<string, T> =>
  id !== undefined && id in all ? { [id]: all[id] } : {};
const keepOnly = (id: string | undefined) =>
  useMeasured.setState((s) => ({ thumbs: only(s.thumbs, id), strengths: only(s.strengths, id) }));

/** Keeps scopes, readings, effects, thumbnails, proposals and suited strengths in step with the look. */
export function useAnalysis(): void {
  const { profiles, practice } = useOpenProject();
  const plates = usePlates();
  const current = useCurrentPlate();
  const look = useMeasuredLook();
  const { stepId, readingId } = useView();
  // Where the last one was measured is shown again at once; that none is chosen needs no measuring.
  const [lastReadingId, setLastReadingId] = useState('');
  if (readingId && readingId !== lastReadingId) setLastReadingId(readingId);
  const view = useView((s) => (s.before ? beforeOf(s.view) : s.view));
  const attempt = useMeasured((m) => m.attempt);
  const scope = useMeasuredScope((s) => s.scope);
  const runners = useRef({
    analyse: latestOnly(analyse),
    effects: latestOnly(measureEffects),
    paintThumbs: latestOnly(paintThumbs),
    paintOutOfSight: latestOnly(paintThumbs),
  });
  const currentId = current?.plate.id;
  const currentIdNow = useRef(currentId);
  useEffect(() => {
    currentIdNow.current = currentId;
  }, [currentId]);

  const orders = () =>
    plates.flatMap((plate) => {
      const profile = profiles.find((p) => p.id === plate.profileId);
      return profile ? [plateOrder(plate, profile)] : [];
    });

  const isWanted = (id: string) => scope === 'all' || id === currentId;

  useEffect(() => {
    // What steps do is told of one plate.
    setMeasured({ effects: new Map() });
  }, [currentId]);

  useEffect(() => {
    // Pictures and strengths of plates that do not follow are of the look as it was.
    if (scope === 'shown') keepOnly(currentIdNow.current);
  }, [look, scope]);

  const lastAnalysed = useRef(0);
  useEffect(() => {
    const plate = orders().find((o) => o.id === currentId);
    if (!plate) return;
    const now = performance.now();
    const go = (moving: boolean) => {
      lastAnalysed.current = performance.now();
      runners.current.analyse({ look, plate, view, practice, moving, stepId, readingId: lastReadingId });
    };
    // The first of several changes: what follows lags behind it.
    if (now - lastAnalysed.current > longestLag + quiet.rest) lastAnalysed.current = now;
    const late = lastAnalysed.current + longestLag - now;
    const timers = [setTimeout(() => go(false), quiet.rest)];
    if (late < quiet.rest) timers.push(setTimeout(() => go(true), Math.max(late, 0)));
    return () => timers.forEach(clearTimeout);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, view, currentId, plates, profiles, practice, stepId, lastReadingId, attempt]);

  useEffect(() => {
    let stale = false;
    const paint = (seen: boolean) =>
      runners.current[seen ? 'paintThumbs' : 'paintOutOfSight']({
        look,
        practice,
        isStale: () => stale,
        plates: orders().filter((o) => isWanted(o.id) && isInSight(o.id) === seen),
      });
    const timers = [
      setTimeout(() => paint(true), quiet.thumbs),
      setTimeout(() => paint(false), quiet.outOfSight),
    ];
    return () => {
      stale = true;
      timers.forEach(clearTimeout);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, plates, profiles, practice, attempt, scope, scope === 'shown' && currentId]);

  useEffect(() => {
    const plate = orders().find((o) => o.id === currentId);
    const timer = setTimeout(() => {
      if (plate) runners.current.effects({ look, plate });
    }, quiet.effects);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, currentId, plates, profiles, attempt]);

  useEffect(() => {
    let stale = false;
    setMeasured({ proposals: null });
    const order = (chosen: (plate: PlateOrder) => boolean): StackOrder => ({
      look,
      practice,
      isStale: () => stale,
      plates: orders().filter(chosen),
    });
    const shown = order((o) => o.id === currentId);
    const isNear = (o: PlateOrder) => isWanted(o.id) && o.id !== currentId && isInSight(o.id);
    const isFar = (o: PlateOrder) => isWanted(o.id) && o.id !== currentId && !isInSight(o.id);
    const timers = [
      setTimeout(() => shown.plates.forEach((o) => void proposeFor(o, shown)), quiet.proposals),
      setTimeout(() => void suitStrengths(shown).then(() => suitStrengths(order(isNear))), quiet.strengths),
      setTimeout(() => void suitStrengths(order(isFar)), quiet.outOfSight),
    ];
    return () => {
      stale = true;
      timers.forEach(clearTimeout);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `orders` reads nothing but what is listed
  }, [look, currentId, plates, profiles, practice, attempt, scope]);
}
