import { setPlateView, usePlateView } from './plateView.ts';
import { inspectTabs, useInspectView } from './inspectView.ts';
import { useCameraView } from './cameraView.ts';
import { useDocument } from './document.ts';
import { dockIds, resetView, setView, useView } from './view.ts';

/**
 * What is open at a station stands in the address, `?plate=quay&tab=hue`, so that a reload and a link come back to the same
 * place. It is written over, not added: going back leads to the station before, not through every click.
 */
interface Place {
  /** The name in the address. */
  name: string;
  /** Stations that show it. */
  stations: readonly string[];
  /** Where the screen stands; empty for where it stands by itself. */
  get(): string;
  set(value: string): void;
}

const places: readonly Place[] = [
  {
    name: 'look',
    stations: ['look'],
    // By itself the bench opens the first look, and the address says which that is.
    get: () => useDocument.getState().lookId,
    set: (lookId) => setView({ lookId }),
  },
  {
    name: 'plate',
    stations: ['look'],
    get: () => useView.getState().plateId,
    set: (plateId) => setView({ plateId }),
  },
  {
    name: 'tab',
    stations: ['look'],
    get: () => (useView.getState().dock === 'tone' ? '' : useView.getState().dock),
    // What is no tab leads to the first.
    set: (tab) => setView({ dock: dockIds.find((id) => id === tab) ?? 'tone' }),
  },
  {
    name: 'plate',
    stations: ['plates'],
    get: () => usePlateView.getState().openId,
    set: (openId) => setPlateView({ openId }),
  },
  {
    name: 'tab',
    stations: ['plates'],
    get: () => (usePlateView.getState().mode === 'table' ? 'table' : ''),
    set: (tab) => setPlateView({ mode: tab === 'table' ? 'table' : 'wall' }),
  },
  {
    name: 'profile',
    stations: ['cameras'],
    get: () => useCameraView.getState().profileId,
    set: (profileId) => useCameraView.setState({ profileId }),
  },
  {
    name: 'tab',
    stations: ['cameras'],
    get: () => (useCameraView.getState().page === 'curve' ? '' : useCameraView.getState().page),
    set: (page) => useCameraView.setState({ page: page === 'check' || page === 'card' ? page : 'curve' }),
  },
  {
    name: 'file',
    stations: ['inspect'],
    get: () => useInspectView.getState().fileId,
    set: (fileId) => useInspectView.setState({ fileId }),
  },
  {
    name: 'tab',
    stations: ['inspect'],
    get: () => (useInspectView.getState().tab === 'report' ? '' : useInspectView.getState().tab),
    set: (tab) => useInspectView.setState({ tab: inspectTabs.find((t) => t === tab) ?? 'report' }),
  },
];

/** A part of an address in plain letters; one that is not rightly encoded stays as it is. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

const here = () => {
  const [project = '', station = ''] = location.pathname.split('/').filter(Boolean).map(decoded);
  return { project, station };
};
const placesOf = (station: string) => places.filter((p) => p.stations.includes(station));

/** Takes the screen to where the address says. */
export function readAddress(): void {
  const params = new URLSearchParams(location.search);
  for (const place of placesOf(here().station)) place.set(params.get(place.name) ?? '');
}

/** Writes where the screen stands into the address. */
export function writeAddress(): void {
  const params = new URLSearchParams(location.search);
  // Names of other stations go; what is none of these is somebody else's and stays.
  for (const { name } of places) params.delete(name);
  for (const place of placesOf(here().station)) if (place.get()) params.set(place.name, place.get());
  const search = params.size > 0 ? `?${params}` : '';
  if (search !== location.search) history.replaceState(history.state, '', location.pathname + search);
}

let entered = '';

/** A project is opened: nothing of the one before stays on the screen. */
export function enterProject(id: string): void {
  if (entered !== '' && entered !== id) {
    resetView();
    setPlateView(usePlateView.getInitialState());
    useCameraView.setState(useCameraView.getInitialState());
    useInspectView.setState(useInspectView.getInitialState());
  }
  entered = id;
  if (here().project === id) readAddress();
}

/** Keeps the address true, and follows it when somebody goes back or forward. @returns a function that ends it. */
export function followAddress(): () => void {
  const ends = [useView, useDocument, usePlateView, useCameraView, useInspectView].map((store) =>
    store.subscribe(writeAddress),
  );
  window.addEventListener('popstate', readAddress);
  return () => {
    for (const end of ends) end();
    window.removeEventListener('popstate', readAddress);
  };
}
