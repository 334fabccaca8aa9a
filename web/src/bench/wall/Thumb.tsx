import { BitmapCanvas } from '../../ui/BitmapCanvas.tsx';
import { useWallThumb } from './useWallThumbs.ts';

/** A plate's small picture, kept true by the wall. */
export function Thumb({ plateId, className = '' }: { plateId: string; className?: string }) {
  const bitmap = useWallThumb((s) => s[plateId]?.bitmap);
  return <BitmapCanvas bitmap={bitmap} className={`block w-full object-contain bg-g0 ${className}`} />;
}
