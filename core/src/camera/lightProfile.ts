/** The profile scene-linear frames are kept in: wide enough for any light, and a published standard. */
export const lightProfileId = 'acescct';
