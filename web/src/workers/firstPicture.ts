/** Milliseconds after which nothing waits for the first picture any more: not every station has one. */
const longest = 1500;

let show = () => {};
/** Settles when the first picture stands on the screen: what is measured and tried waits until then. */
export const firstPicture = new Promise<void>((resolve) => {
  show = resolve;
  setTimeout(resolve, longest);
});
export const firstPictureShown = () => show();
