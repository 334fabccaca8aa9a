/** Lines of R, G and B; a single line is light grey. */
export const lineColours = ['#ff5c54', '#5cde78', '#608cff'] as const;
export const singleLine = '#e6e6e6';
