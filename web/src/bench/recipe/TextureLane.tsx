import { LaneHead } from './LaneHead.tsx';

/** Kept in sight although it is empty: the lanes are the idea the bench hangs on. */
export function TextureLane() {
  return (
    <section aria-label="Texture lane">
      <LaneHead name="Texture" fate="does not travel in a LUT" />
      <p className="px-3 pb-2 text-[12px] text-t3">
        Nothing here yet. Grain, halation and vignette come in a later part, as notes on the look card.
      </p>
    </section>
  );
}
