export const floors: readonly (readonly string[])[];
