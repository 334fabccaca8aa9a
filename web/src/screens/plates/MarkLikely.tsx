import { useState } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { type BoxKind, markLabels, newMarkId } from '@velvet-dusk/core/plate/marks';
import { suggestedKinds } from '@velvet-dusk/core/plate/pick';
import { plural } from '@velvet-dusk/core/numeric/plural';
import type { Area } from '@velvet-dusk/core/recording/areas';
import { frameUrl } from '../../api/urls.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { plateOrder } from '../../bench/useBench.ts';
import { editPlates } from '../../state/document.ts';
import { Choice } from '../../ui/Choice.tsx';
import { analysisEngine } from '../../workers/index.ts';

/** The likeliest place of a kind on each frame that is selected is marked, all in one step of undo. */
export function MarkLikely({ plates }: { plates: readonly Plate[] }) {
  const { profiles } = useOpenProject();
  const [says, setSays] = useState('');

  const find = async (plate: Plate, kind: BoxKind): Promise<Area | null> => {
    const profile = profiles.find((p) => p.id === plate.profileId);
    if (!profile) return null;
    const order = { plate: { ...plateOrder(plate, profile), url: frameUrl(plate) }, kind };
    const [likeliest] = await analysisEngine.suggestPlaces(order);
    return likeliest ?? null;
  };
  const mark = async (kind: BoxKind) => {
    const label = markLabels[kind].toLowerCase();
    const found = new Map<string, Area>();
    try {
      for (const [i, plate] of plates.entries()) {
        setSays(`Looking for ${label}: ${i + 1} of ${plates.length} …`);
        const area = await find(plate, kind);
        if (area) found.set(plate.id, area);
      }
    } catch (error) {
      setSays(`▲ Nothing was marked: ${(error as Error).message}`);
      return;
    }
    editPlates([...found.keys()], ({ marks }, id) => ({
      marks: [...marks, { id: newMarkId(marks), kind, area: found.get(id)! }],
    }));
    const without = plates.filter((p) => !found.has(p.id));
    setSays(
      `${markLabels[kind]} marked on ${plural(found.size, 'frame')}` +
        (without.length > 0 ? `; none found on ${without.map((p) => p.name).join(', ')}` : ''),
    );
  };

  return (
    <>
      <Choice
        label="Mark"
        value=""
        options={[
          { value: '', label: 'what looks like …' },
          ...suggestedKinds.map((k) => ({ value: k as string, label: markLabels[k] })),
        ]}
        onChange={(kind) => kind && void mark(kind as BoxKind)}
      />
      <span role="status" className="text-t2 truncate flex-1 basis-0 min-w-0 !shrink" title={says}>
        {says}
      </span>
    </>
  );
}
