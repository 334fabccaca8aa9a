/**
 * Milliseconds after which nothing waits for the first picture any more: not every station has one, and on the bench a
 * frame may be missing. There it is long, since what starts too early on a slow machine is what delays the picture.
 */
const longest = location.pathname.split('/')[2] === 'look' ? 8000 : 1500;

/** The name of its mark in the page's timeline, for whoever measures. */
export const firstPictureMark = 'first picture';

let show = () => {};
/** Settles when the first picture stands on the screen: what is measured and tried waits until then. */
export const firstPicture = new Promise<void>((resolve) => {
  show = resolve;
  setTimeout(resolve, longest);
});
export function firstPictureShown(): void {
  performance.mark(firstPictureMark);
  show();
}
