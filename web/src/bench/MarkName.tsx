import { type BoxMark, isNeutralKind, markLabels } from '@velvet-dusk/core/plate/marks';
import { editPlates } from '../state/document.ts';
import { NameField } from '../ui/NameField.tsx';

const maxLength = 40;

/** What a mark is: a shirt, the whites of eyes, a boot. Readings tell it by this name, and pairs belong together by it. */
export const MarkName = ({ plateId, mark }: { plateId: string; mark: BoxMark }) => (
  <NameField
    mayBeEmpty
    label={`Name of this ${markLabels[mark.kind].toLowerCase()}`}
    placeholder={isNeutralKind(mark.kind) ? 'shirt, eyes, cloth …' : 'name'}
    maxLength={maxLength}
    value={mark.name ?? ''}
    onChange={(name) =>
      editPlates([plateId], ({ marks }) => ({
        marks: marks.map((m) => (m.id === mark.id ? { ...mark, name: name === '' ? undefined : name } : m)),
      }))
    }
  />
);
