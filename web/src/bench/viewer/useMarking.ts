import { useEffect, useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { type ShotAnswer } from '@velvet-dusk/core/look/shot';
import { type BoxKind, markLabels, newMarkId } from '@velvet-dusk/core/plate/marks';
import { signed } from '@velvet-dusk/core/numeric/signed';
import type { AreaReading } from '@velvet-dusk/core/plate/measure';
import type { Area } from '@velvet-dusk/core/recording/areas';
import { frameUrl } from '../../api/urls.ts';
import { editPlates, editShot } from '../../state/document.ts';
import { type Probe, useView } from '../../state/view.ts';
import { analysisEngine } from '../../workers/index.ts';
import { type CurrentPlate, plateOrder } from '../useBench.ts';

/** Fetched when a place is used: the first picture does not wait for it. */
const trim = () => import('@velvet-dusk/core/plate/trim');

/** What a click has just done, and what the place can be used for. */
export interface Marked {
  plateId: string;
  text: string;
  refused: boolean;
  /** The mark that was made. */
  markId?: string | undefined;
  /** Corrections that the place offers. */
  uses: readonly { label: string; run(): void }[];
}

/** Adds a mark; returns its ID. */
function addMark({ id: plateId, marks: now }: Plate, kind: BoxKind, area: Area): string {
  const id = newMarkId(now);
  editPlates([plateId], ({ marks }) => ({ marks: [...marks, { id, kind, area }] }));
  return id;
}

const ceilingOf = ({ facts }: Plate) => (facts && facts.clipped > 0 ? facts.high : 1);

/** Marks set on the bench by a click: what is refused, what was found, and places that are likely to be meant. */
export function useMarking({ plate, profile, shot }: CurrentPlate) {
  const kind = useView((s) => s.marking);
  const [marked, setMarked] = useState<Marked | null>(null);
  const [suggested, setSuggested] = useState<readonly Area[]>([]);
  const order = () => ({ ...plateOrder(plate, profile), url: frameUrl(plate) });
  const say = (text: string, refused: boolean, uses: Marked['uses'] = [], markId?: string) =>
    setMarked({ plateId: plate.id, text, refused, uses, markId });

  useEffect(() => {
    let stale = false;
    setSuggested([]);
    if (!kind) return;
    analysisEngine.suggestPlaces({ plate: order(), kind }).then(
      (areas) => stale || setSuggested(areas),
      (error: Error) => stale || say(`Nothing can be suggested: ${error.message}`, true),
    );
    return () => {
      stale = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is suggested rests on these alone
  }, [kind, plate.id, profile, shot]);

  useEffect(() => setMarked(null), [kind]);

  const take = (what: string, answer: ShotAnswer) => {
    if ('refused' in answer) return say(answer.refused, true);
    editShot(plate.id, answer.change);
    say(`${what}: ${answer.says}`, false);
  };
  const usesOf = (of: BoxKind, reading: AreaReading): Marked['uses'] => [
    ...(of === 'neutral' || of === 'greyCard' || of === 'whiteCard'
      ? [
          {
            label: 'Balance on it',
            run: () => void trim().then((t) => take('Balanced', t.balanceFromNeutral(reading))),
          },
        ]
      : []),
    ...(of === 'greyCard'
      ? [
          {
            label: 'Expose to mid-grey',
            run: () => void trim().then((t) => take('Exposed', t.exposureFromGrey(reading, shot))),
          },
        ]
      : []),
  ];
  const mark = async ({ x, y }: Probe) => {
    if (!kind) return;
    try {
      const found = await analysisEngine.pickPlace({ plate: order(), kind, ceiling: ceilingOf(plate), x, y });
      if ('refused' in found) return say(`${markLabels[kind]}: ${found.refused}`, true);
      const markId = addMark(plate, kind, found.area);
      const code = found.reading.code.map((c) => Math.round(c * 1023)).join(' ');
      say(
        `${markLabels[kind]} marked: ${code} of 1023, ${signed(found.reading.stops, 2)} st`,
        false,
        usesOf(kind, found.reading),
        markId,
      );
    } catch (error) {
      say(`The place cannot be read: ${(error as Error).message}`, true);
    }
  };
  return {
    kind,
    mark,
    suggested,
    marked: marked?.plateId === plate.id ? marked : null,
    clear: () => setMarked(null),
  };
}
