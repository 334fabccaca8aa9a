import { startTransition, useEffect, useState } from 'react';
import { firstPicture } from './firstPicture.ts';

let isShown = false;
void firstPicture.then(() => (isShown = true));

/** True once the first picture stands on the screen. */
export function useFirstPicture(): boolean {
  const [shown, setShown] = useState(isShown);
  useEffect(() => {
    if (!shown) void firstPicture.then(() => startTransition(() => setShown(true)));
  }, [shown]);
  return shown;
}
