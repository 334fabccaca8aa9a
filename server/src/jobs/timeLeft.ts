/** How much longer something takes, in words behind a comma; nothing while it is not known. */
export const timeLeft = (seconds: number | null): string =>
  seconds === null
    ? ''
    : seconds < 90
      ? `, about ${Math.ceil(seconds)} s left`
      : `, about ${Math.round(seconds / 60)} min left`;
