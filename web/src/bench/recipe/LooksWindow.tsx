import { useMemo } from 'react';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import { freeName } from '@velvet-dusk/core/look/freeName';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import { useLookActions } from '../../api/looks.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { useDocument } from '../../state/document.ts';
import { setView, useView } from '../../state/view.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { tip } from '../../ui/tip.ts';
import { Window } from '../../ui/Window.tsx';
import { paintJudged } from '../../workers/paintThumb.ts';
import { PictureSheet } from '../sheet/PictureSheet.tsx';
import { setSheet, type SheetKind, sheetKinds, useSheet } from '../sheet/sheetStore.ts';
import type { PlateOrder } from '../../workers/develop.ts';
import { useSheetPlates } from '../sheet/useSheetPlates.ts';
import { type LookChoice, usePointChoices, useStockChoices } from '../sheet/lookChoices.ts';
import { DeletedLook } from './DeletedLook.tsx';

const kinds = (Object.keys(sheetKinds) as SheetKind[]).map((value) => ({ value, label: sheetKinds[value] }));
const close = () => setView({ looksOpen: false });

/** Paints a look on a plate, and says whether its readings hold. */
function usePaintLook() {
  const { practice, viewing } = useOpenProject();
  return ({ look, lookId }: LookChoice, plate: PlateOrder) =>
    paintJudged({ ...shownOn(look, onScreen(viewing)), id: lookId }, plate, practice);
}

/** The looks of the project: opened, ordered, copied, deleted. */
function Looks() {
  const { looks: saved } = useOpenProject();
  const lookId = useDocument((s) => s.lookId);
  const edited = useDocument((s) => s.look);
  const paint = usePaintLook();
  const { open, make, remove, arrange } = useLookActions();
  const looks = useMemo(
    () => saved.map(({ id, document }) => ({ id, document: id === lookId ? edited : document })),
    [saved, lookId, edited],
  );
  const names = looks.map((l) => l.document.name);
  const choices = looks.map((look, at): LookChoice => {
    const moveTo = (place: number) => {
      const rest = looks.filter((l) => l !== look).map((l) => l.id);
      arrange.mutate([...rest.slice(0, place), look.id, ...rest.slice(place)]);
    };
    const { id, document } = look;
    return {
      id,
      name: document.name,
      about: document.notes,
      key: canonicalJson(document),
      look: document,
      lookId: id,
      inUse: id === lookId,
      more: (
        <div className="flex gap-3 text-[12px]">
          <Button kind="text" disabled={at === 0} onClick={() => moveTo(at - 1)}>
            Earlier
          </Button>
          <Button kind="text" disabled={at === looks.length - 1} onClick={() => moveTo(at + 1)}>
            Later
          </Button>
          <span className="flex-1" />
          <Button
            kind="text"
            onClick={() => make.mutate({ ...document, name: freeName(document.name, names) })}
          >
            Duplicate
          </Button>
          <Button
            kind="text"
            disabled={looks.length === 1}
            {...tip(looks.length === 1 ? 'The only look of the project' : undefined)}
            onClick={() => remove.mutate(look)}
          >
            Delete
          </Button>
        </div>
      ),
    };
  });
  const failed = [open, make, remove, arrange].find((a) => a.error)?.error?.message;
  return (
    <>
      <PictureSheet
        kind="looks"
        choices={choices}
        paint={paint}
        verb="Open"
        inUse="on the bench"
        onTake={({ id, inUse }) => {
          if (!inUse) open.mutate(id);
          close();
        }}
      />
      <DeletedLook className="px-5 pb-3" />
      {failed && (
        <p role="alert" className="px-5 pb-3 text-ember">
          ▲ {failed}
        </p>
      )}
    </>
  );
}

/** What a new look can begin from. */
function StartingPoints() {
  const paint = usePaintLook();
  const { choices, take, trouble } = usePointChoices(close);
  return (
    <>
      <PictureSheet
        kind="startingPoints"
        choices={choices}
        paint={paint}
        verb="Begin from"
        inUse="on the bench"
        onTake={take}
      />
      {trouble && (
        <p role="alert" className="px-5 pb-3 text-ember">
          ▲ {trouble}
        </p>
      )}
    </>
  );
}

/** The look on the bench under every stock, own and measured ones among them. */
function Stocks({ kind }: { kind: 'negative' | 'print' }) {
  const paint = usePaintLook();
  const { choices, take } = useStockChoices(kind);
  return (
    <PictureSheet
      kind={`${kind}s`}
      choices={choices}
      paint={paint}
      verb="Load"
      inUse="loaded"
      onTake={(choice) => {
        take(choice);
        close();
      }}
    />
  );
}

function Sheet() {
  const kind = useSheet((s) => s.kind);
  return (
    <>
      <div className="px-4 pb-2">
        <Segments
          label="What to choose"
          value={kind}
          options={kinds}
          onChange={(k) => setSheet({ kind: k, words: '' })}
        />
      </div>
      {kind === 'looks' && <Looks />}
      {kind === 'startingPoints' && <StartingPoints />}
      {kind === 'negatives' && <Stocks key={kind} kind="negative" />}
      {kind === 'prints' && <Stocks key={kind} kind="print" />}
    </>
  );
}

function About() {
  const names = useSheetPlates().shown.map((p) => p.name);
  return names.length > 0 ? `Side by side on ${names.join(' · ')}.` : 'Side by side, once there is a plate.';
}

/** Looks, starting points and stocks side by side, on plates of one's choice. */
export function LooksWindow() {
  const open = useView((s) => s.looksOpen);
  return (
    <Window open={open} onClose={close} width={1040} title="Looks" about={open ? <About /> : ''}>
      {open && <Sheet />}
    </Window>
  );
}
