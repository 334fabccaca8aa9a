/**
 * The engine that bakes: raised whenever the same recipe gives other values, by more than half a code of ten bits. Cubes
 * carry it in their header, so that two files of one recipe can be told apart. CHANGELOG.md says why it was raised.
 */
export const engine = 4;
