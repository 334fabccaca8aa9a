/** The everyday grid: at rest the viewer draws with the cube an export of this size would hold. */
export const viewGrid = 33;
/**
 * While a control moves, a coarser cube comes first, so that the picture keeps up with the hand: of the usual grid, or
 * of the hurried one where the usual takes longer than `slow` ms, until that takes less than `quick`.
 */
export const movingGrids = { usual: 17, hurried: 13, slow: 14, quick: 5 };
