import { type BoxMark, markLabels } from '@velvet-dusk/core/plate/marks';
import { editPlates } from '../state/document.ts';
import { NameField } from '../ui/NameField.tsx';

const maxLength = 40;

/** What a marked neutral is: a shirt, the whites of eyes. Readings tell it by this name. */
export const MarkName = ({ plateId, mark }: { plateId: string; mark: BoxMark }) => (
  <NameField
    mayBeEmpty
    label={`Name of this ${markLabels[mark.kind].toLowerCase()}`}
    placeholder="shirt, eyes, cloth …"
    maxLength={maxLength}
    value={mark.name ?? ''}
    onChange={(name) =>
      editPlates([plateId], ({ marks }) => ({
        marks: marks.map((m) => (m.id === mark.id ? { ...mark, name: name === '' ? undefined : name } : m)),
      }))
    }
  />
);
