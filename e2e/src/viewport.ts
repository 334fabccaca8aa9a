/** The window that tests look through, in CSS pixels. */
export const viewport = { width: 1280, height: 800 };
