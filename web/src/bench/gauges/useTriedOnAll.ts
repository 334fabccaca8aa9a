import { useEffect } from 'react';
import type { Proposal } from '@velvet-dusk/core/proposals/index';
import { useOpenProject } from '../../api/openProject.ts';
import { useMeasuredScope } from '../../state/background.ts';
import { useDocument } from '../../state/document.ts';
import { setMeasured, useMeasured } from '../../state/measured.ts';
import { judge } from '../../workers/index.ts';
import { plateOrder, useCurrentPlate, useMeasuredLook, usePlates } from '../useBench.ts';

/** Whether proposals have been tried on all plates, are being tried, or wait for somebody to ask. */
export type Tried = 'done' | 'under way' | 'on request';

/**
 * Tries proposals on all plates of which a profile says what their codes mean: where all plates follow the look by itself,
 * otherwise once somebody has asked for it for this look.
 */
export function useTriedOnAll(proposals: readonly Proposal[] | null): Tried {
  const { profiles, practice } = useOpenProject();
  const plates = usePlates();
  const currentId = useCurrentPlate()?.plate.id;
  const look = useMeasuredLook();
  const document = useDocument((s) => s.look);
  const isAsked = useMeasured((m) => m.triedOnAll === document);
  const isForAll = useMeasuredScope((s) => s.scope === 'all') || isAsked;
  const orders = plates.flatMap((plate) => {
    const profile = profiles.find((p) => p.id === plate.profileId);
    return profile ? [plateOrder(plate, profile)] : [];
  });
  const isUntried =
    proposals?.some((p) => p.offers.some((o) => o.lane === 'look' && o.effect.of < orders.length)) ?? false;

  useEffect(() => {
    const own = orders.find((o) => o.id === currentId);
    if (!proposals || !isUntried || !isForAll || !own) return;
    let stale = false;
    const all = [own, ...orders.filter((o) => o !== own)];
    judge.tryOnOthers(proposals, all, look, practice).then(
      (tried) => stale || setMeasured({ proposals: tried }),
      (error: Error) => stale || setMeasured({ trouble: `Measuring failed: ${error.message}` }),
    );
    return () => {
      stale = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- proposals are new wherever anything else is
  }, [proposals, isUntried, isForAll]);

  if (!isUntried) return 'done';
  return isForAll ? 'under way' : 'on request';
}
