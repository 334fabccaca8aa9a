/** More about a thing, for a pointer or the keyboard that rests on it (`Tips.tsx`) and for who listens. Spread it on an element. */
export const tip = (says: string | undefined) =>
  says ? { [tipAttribute]: says, 'aria-description': says } : {};

export const tipAttribute = 'data-tip';
