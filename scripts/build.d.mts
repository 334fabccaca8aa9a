/** What tells a program where the tasks of its threads are built. */
export const builtTasks: Record<string, string>;
