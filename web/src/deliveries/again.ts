import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { useToast } from '@/shared/toast';

/** Trying a delivery again by hand. */
export function useAgain(row: () => Schemas['DeliveryRow'] | undefined) {
  const queries = useQueryClient();
  const { say } = useToast();
  const busy = ref(false);
  const possible = computed(() => {
    const r = row();
    return r !== undefined && (r.state === 'STOPPED' || r.state === 'WAITING') && !r.contentsRemovedAt;
  });

  async function again() {
    const r = row();
    if (!r || !possible.value) return;
    busy.value = true;
    try {
      const page = await ask(api.POST('/api/deliveries/{id}/again', { params: { path: { id: r.id } } }));
      queries.setQueryData(['delivery', r.id], page);
      say(`D-${r.number} is tried again.`);
    } catch (error) {
      say(error instanceof Problem ? `${error.sentence} ${error.remedy}` : 'This did not work.');
    } finally {
      busy.value = false;
      void queries.invalidateQueries({ queryKey: ['deliveries'] });
    }
  }
  return { again, possible, busy };
}
