import { MutationCache, QueryClient } from '@tanstack/vue-query';
import { Problem } from '@/api/client';
import { useToast } from '@/shared/toast';

/** What is kept of the server's answers. Whatever is done takes back what the last word offered to undo. */
export const newQueries = () =>
  new QueryClient({
    mutationCache: new MutationCache({ onSuccess: () => useToast().withdraw() }),
    defaultOptions: {
      queries: {
        staleTime: 20_000,
        retry: (count, error) =>
          count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
      },
    },
  });
