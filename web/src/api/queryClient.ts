import { QueryClient } from '@tanstack/react-query';

/** What the server has, as last heard: the savers write what they saved into it, screens read it. */
export const queryClient = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } },
});
