/** A share, 0–1, as whole percent. */
export const percent = (share: number): string => `${Math.round(share * 100)} %`;
