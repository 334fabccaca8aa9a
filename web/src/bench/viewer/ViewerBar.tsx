import type { OverlayKind } from '../../gl/drawing.ts';
import { type Compare, setView, type Surround, useView, type View, type Zoom } from '../../state/view.ts';
import { type BoxKind, boxKinds, markLabels } from '@velvet-dusk/core/plate/marks';
import { Button } from '../../ui/Button.tsx';
import { MenuChoice } from '../../ui/MenuChoice.tsx';
import type { MenuOption } from '../../ui/OptionMenu.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useReference } from '../useBench.ts';
import { showFull } from './fullScreen.ts';
import { tip } from '../../ui/tip.ts';

const views: { value: View; label: string; hint: string }[] = [
  { value: 'recorded', label: 'Recorded', hint: 'The log frame as the camera wrote it' },
  { value: 'normalised', label: 'Normalised', hint: 'Shot lane and rendering, without the look' },
  { value: 'look', label: 'Look', hint: 'Shot lane, look and rendering' },
  {
    value: 'monitor',
    label: 'Monitor',
    hint: 'What the camera’s own screen shows: no shot lane, darker by the offset',
  },
];
const compares = (hasReference: boolean): MenuOption<Compare>[] => [
  { value: 'one', label: 'One picture' },
  { value: 'wipe', label: 'Wipe', hint: 'Before to the left of an edge, after to the right (W)' },
  { value: 'twoUp', label: 'Two-up', hint: 'Before and after side by side (T)' },
  {
    value: 'inset',
    label: 'Reference inset',
    short: 'Inset',
    hint: 'The reference over a corner (I)',
    disabled: !hasReference,
  },
  {
    value: 'reference',
    label: 'Reference beside',
    short: 'Beside',
    hint: 'The reference beside the picture',
    disabled: !hasReference,
  },
  { value: 'placement', label: 'Placement', hint: 'Corrections before the cube against after it' },
];
const overlays: MenuOption<OverlayKind>[] = [
  { value: 'none', label: 'No overlay' },
  { value: 'bands', label: 'Exposure', hint: 'Bands of the scene’s light, one colour a stop' },
  { value: 'ends', label: 'Clip and crush', hint: 'What is cut off at either end' },
  { value: 'matte', label: 'Selection', hint: 'What the chosen box or skin keep selects' },
  { value: 'gamut', label: 'Out of gamut', short: 'Gamut', hint: 'Colours the display cannot follow' },
  {
    value: 'texture',
    label: 'Texture only',
    short: 'Texture',
    hint: 'What texture adds to the picture, raised',
  },
];
/** What can be marked by a click; charts take four corners, and are marked at Plates. */
const marks: MenuOption<BoxKind | 'none'>[] = [
  { value: 'none', label: 'No mark' },
  ...boxKinds.map((kind) => ({ value: kind, label: markLabels[kind] })),
];
const zooms: { value: `${Zoom}`; label: string; hint: string }[] = [
  { value: 'fit', label: 'Fit', hint: 'The whole picture' },
  { value: '1', label: '1:1', hint: 'One pixel of the frame on one of the screen; drag to move' },
  { value: '2', label: '2:1', hint: 'Twice as large; drag to move' },
];
const screens: MenuOption<Surround | 'full'>[] = [
  { value: 'black', label: 'Black surround' },
  { value: 'dim', label: 'Dim surround' },
  { value: 'grey', label: '18 % surround' },
  { value: 'full', label: 'Picture on the whole screen', hint: 'F; Escape comes back' },
];

const toggle = 'px-1.5 py-1 text-[12px] rounded-sm border';
const state = (on: boolean) => (on ? 'text-t1 border-violet' : 'text-t2 border-transparent hover:text-t1');

/** A button that works while it is held down. */
function Held({
  label,
  hint,
  held,
  onHold,
}: {
  label: string;
  hint: string;
  held: boolean;
  onHold(on: boolean): void;
}) {
  return (
    <button
      type="button"
      aria-pressed={held}
      {...tip(hint)}
      className={`${toggle} ${state(held)}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        onHold(true);
      }}
      onPointerUp={() => onHold(false)}
      onPointerCancel={() => onHold(false)}
    >
      {label}
    </button>
  );
}

const viewAs = (view: View) => setView({ view });
const zoomTo = (zoom: `${Zoom}`) => setView({ zoom: zoom === 'fit' ? 'fit' : (Number(zoom) as Zoom) });

export function ViewerBar() {
  const { view, compare, overlay, castLens, before, zoom, surround, marking } = useView();
  const reference = useReference();
  return (
    <div className="@container h-9 border-b border-g0">
      <div className="h-full flex items-center px-1.5 gap-0.5 whitespace-nowrap">
        <span className="@max-[690px]:hidden">
          <Segments small label="View" value={view} options={views} onChange={viewAs} />
        </span>
        <span className="hidden @max-[690px]:inline">
          <MenuChoice label="View" rest="look" value={view} options={views} onChange={viewAs} />
        </span>
        <span className="w-px h-4 bg-g4 mx-1.5 @max-[690px]:mx-0" />
        <Held
          label="Before"
          hint="Hold to see the picture without the look (hold B)"
          held={before}
          onHold={(on) => setView({ before: on })}
        />
        <Held
          label="Cast"
          hint="Hold to triple the chroma: a cast shows itself (hold C)"
          held={castLens}
          onHold={(on) => setView({ castLens: on })}
        />
        <MenuChoice
          label="Compare"
          rest="one"
          value={compare}
          options={compares(reference !== null)}
          onChange={(v) => setView({ compare: v })}
        />
        <MenuChoice
          label="Overlay"
          rest="none"
          value={overlay}
          options={overlays}
          onChange={(v) => setView({ overlay: v })}
        />
        <MenuChoice
          label="Mark"
          rest="none"
          value={marking ?? 'none'}
          options={marks}
          onChange={(v) => setView({ marking: v === 'none' ? null : v, pick: null })}
        />
        <span className="flex-1" />
        <span className="@max-[810px]:hidden">
          <Segments small label="Zoom" value={`${zoom}`} options={zooms} onChange={zoomTo} />
        </span>
        <span className="hidden @max-[810px]:inline">
          <MenuChoice label="Zoom" rest="fit" value={`${zoom}`} options={zooms} onChange={zoomTo} />
        </span>
        <MenuChoice
          label="Screen"
          rest={surround}
          value={surround}
          options={screens}
          onChange={(v) => (v === 'full' ? showFull() : setView({ surround: v }))}
        />
        <Button
          kind="main"
          className="ml-0.5 my-1 @max-[690px]:!px-2"
          aria-label="Export cube"
          onClick={() => setView({ exporting: true })}
        >
          Export<span className="@max-[810px]:hidden"> cube</span>
        </Button>
      </div>
    </div>
  );
}
