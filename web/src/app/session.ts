import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import { setZone } from '@/shared/format';

export type Session = Schemas['SessionView'];
export type Right = Schemas['Identity']['rights'][number];

/** Who is signed in at the desk, and whether the first administrator is still to be made. */
export function useSession() {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ['session'],
    queryFn: async () => {
      const session = await ask(api.GET('/api/session'));
      setZone(session.zone);
      return session;
    },
    staleTime: Infinity,
  });

  function entered(session: Session) {
    setZone(session.zone);
    queries.setQueryData(['session'], session);
  }

  async function signOut() {
    await ask(api.DELETE('/api/session'));
    queries.clear();
    window.location.assign('/');
  }

  return {
    session: query.data,
    loading: query.isLoading,
    failed: query.error,
    entered,
    signOut,
    identity: computed(() => query.data.value?.identity),
    /** Whether the account may do something; the server decides, this only shows what makes sense. */
    may: (right: Right) => query.data.value?.identity?.rights.includes(right) ?? false,
  };
}
