import { tryAgain } from '../../state/measured.ts';
import { Button } from '../../ui/Button.tsx';

/** In place of a picture that cannot be had: which, why, and another try. */
export function PictureTrouble({ name, why }: { name: string; why: string }) {
  return (
    <div role="alert" className="absolute inset-0 grid place-items-center bg-g1 text-t2">
      <div className="flex flex-col items-center gap-3 max-w-[52ch] px-4 text-center">
        <p>
          <span className="text-ember" aria-hidden>
            ▲{' '}
          </span>
          <span className="text-t1">{name} cannot be shown.</span> {why}
        </p>
        <Button onClick={tryAgain}>Try again</Button>
      </div>
    </div>
  );
}
