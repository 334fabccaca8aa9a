import { create } from 'zustand';

export type CameraPage = 'curve' | 'check' | 'card';

/** What the Cameras station shows; not part of any document. */
interface CameraView {
  /** Empty for the first of the list. */
  profileId: string;
  page: CameraPage;
}

export const useCameraView = create<CameraView>(() => ({ profileId: '', page: 'curve' }));
