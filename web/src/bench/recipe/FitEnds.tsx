import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { type EndFit, endLevels } from '@velvet-dusk/core/proposals/endLevels';
import { useOpenProject } from '../../api/openProject.ts';
import { editShot } from '../../state/document.ts';
import { setView } from '../../state/view.ts';
import { menuItem } from '../../ui/menuItem.ts';
import { tip } from '../../ui/tip.ts';
import { judge } from '../../workers/index.ts';
import { type CurrentPlate, plateOrder, useWholeLook } from '../useBench.ts';

const toWords = { touching: 'touching', justOff: 'just off' } as const;
const level = (percent: number) => `${percent}\u00a0%`;
const tos = Object.keys(toWords) as (keyof typeof toWords)[];

/** Every fit with its words: both ends, each way white can be moved. */
const fits: readonly { fit: EndFit; label: string; hint: string }[] = [
  ...tos.map((to) => ({
    fit: { end: 'black', to } as const,
    label: `Black ${toWords[to]}`,
    hint: `${level(endLevels.black[to])}, by flare`,
  })),
  ...(['exposure', 'contrast'] as const).flatMap((by) =>
    tos.map((to) => ({
      fit: { end: 'white', to, by } as const,
      label: `White ${toWords[to]}, by ${by}`,
      hint: `${level(endLevels.white[to])}, ${by === 'contrast' ? 'mid-grey and black kept' : 'black kept'}`,
    })),
  ),
];

/** Puts black or white of the plate at its end, before any look. */
export function useFitEnds({ plate, profile }: CurrentPlate) {
  const { practice } = useOpenProject();
  const look = useWholeLook();
  const [said, setSaid] = useState<{ plateId: string; text: string; refused: boolean } | null>(null);
  const run = async (fit: EndFit) => {
    const say = (text: string, refused: boolean) => setSaid({ plateId: plate.id, text, refused });
    try {
      const answer = await judge.fitEnd(plateOrder(plate, profile), look, practice, fit);
      if ('refused' in answer) say(answer.refused, true);
      else {
        editShot(plate.id, answer.change);
        say(answer.says, false);
      }
    } catch (error) {
      say(`The ends could not be fitted: ${(error as Error).message}`, true);
    }
  };
  return { run, said: said?.plateId === plate.id ? said : null };
}

/** What can be solved for the plate: its ends, or all of its lane from another plate. */
export const FitMenu = ({ plateId, onChoose }: { plateId: string; onChoose(fit: EndFit): void }) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger
      className="ml-3 text-violet hover:underline text-[12.5px] whitespace-nowrap"
      {...tip('Solve corrections: the ends of this plate, or a match of shots')}
    >
      Fit <span aria-hidden>▾</span>
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="end"
        className="z-20 bg-g2 border border-g4 rounded-sm py-1 text-[12.5px] min-w-[230px]"
      >
        {fits.map(({ fit, label, hint }) => (
          <DropdownMenu.Item key={label} className={menuItem} onSelect={() => onChoose(fit)}>
            <span className="block text-t1">{label}</span>
            <span className="block text-[11.5px]">{hint}</span>
          </DropdownMenu.Item>
        ))}
        <DropdownMenu.Item
          className={`${menuItem} border-t border-g3`}
          onSelect={() => setView({ matchOpen: true, plateId })}
        >
          <span className="block text-t1">Match shots …</span>
          <span className="block text-[11.5px]">plates brought to a hero</span>
        </DropdownMenu.Item>
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
);
