import { setView, type Surround, useView, type View, type Zoom } from '../state/view.ts';
import { Button } from '../ui/Button.tsx';
import { Segments } from '../ui/Segments.tsx';

const views: { value: View; label: string; hint: string }[] = [
  { value: 'recorded', label: 'Recorded', hint: 'The log frame as the camera wrote it' },
  { value: 'normalised', label: 'Normalised', hint: 'Shot lane and rendering, without the look' },
  { value: 'look', label: 'Look', hint: 'Shot lane, look and rendering' },
];
const zooms: { value: `${Zoom}`; label: string; hint: string }[] = [
  { value: 'fit', label: 'Fit', hint: 'The whole picture' },
  { value: '1', label: '1:1', hint: 'One pixel of the frame on one of the screen; drag to move' },
  { value: '2', label: '2:1', hint: 'Twice as large; drag to move' },
];
const surroundOptions: { value: Surround; label: string; hint: string }[] = [
  { value: 'black', label: 'Black', hint: 'Black around the picture' },
  { value: 'dim', label: 'Dim', hint: 'A dim grey around the picture' },
  { value: 'grey', label: '18 %', hint: 'Mid-grey around the picture' },
];

const toggle = 'px-2 py-1 text-[12.5px] rounded-sm border border-transparent';

export function ViewerBar() {
  const { view, wipe, before, zoom, surround } = useView();
  return (
    <div className="h-9 flex items-center px-2 gap-0.5 border-b border-g0 whitespace-nowrap">
      <Segments label="View" value={view} options={views} onChange={(v) => setView({ view: v })} />
      <span className="w-px h-4 bg-g4 mx-2" />
      <button
        type="button"
        aria-pressed={before}
        title="Hold to see the picture without the look (hold B)"
        className={`${toggle} ${before ? 'text-t1 border-violet' : 'text-t2 hover:text-t1'}`}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setView({ before: true });
        }}
        onPointerUp={() => setView({ before: false })}
        onPointerCancel={() => setView({ before: false })}
      >
        Hold before
      </button>
      <button
        type="button"
        aria-pressed={wipe}
        title="Before to the left of an edge, after to the right (W)"
        className={`${toggle} ${wipe ? 'text-t1 border-violet' : 'text-t2 hover:text-t1'}`}
        onClick={() => setView({ wipe: !wipe })}
      >
        Wipe
      </button>
      <span className="flex-1" />
      <span className="flex items-center max-[1270px]:hidden">
        <Segments
          small
          label="Surround"
          value={surround}
          options={surroundOptions}
          onChange={(s) => setView({ surround: s })}
        />
        <span className="w-px h-4 bg-g4 mx-1" />
      </span>
      <Segments
        small
        label="Zoom"
        value={`${zoom}`}
        options={zooms}
        onChange={(z) => setView({ zoom: z === 'fit' ? 'fit' : (Number(z) as Zoom) })}
      />
      <Button kind="main" className="ml-2 my-1" onClick={() => setView({ exporting: true })}>
        Export cube
      </Button>
    </div>
  );
}
