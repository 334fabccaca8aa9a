/** Names of folders, floor by floor from the ground. */
export const coreFloors: string[][];
export const webFloors: string[][];
