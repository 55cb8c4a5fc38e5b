import { useQueryClient } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, Problem, type Schemas } from '@/api/client';
import { count } from '@/shared/format';
import { isCalledOff } from '@/shared/states';
import { useToast } from '@/shared/toast';

type Row = Schemas['DeliveryRow'];
type Order = Schemas['Order'];
export type Action = Order['action'];

const DONE: Record<Action, string> = {
  TRY_AGAIN: 'tried again',
  HOLD: 'held',
  RELEASE: 'released',
  STOP: 'stopped',
  SEND_ELSEWHERE: 'sent elsewhere',
};

const NONE: Record<Action, boolean> = {
  TRY_AGAIN: false,
  HOLD: false,
  RELEASE: false,
  STOP: false,
  SEND_ELSEWHERE: false,
};

/** What a person may do with deliveries by hand, and which of it these deliveries allow. */
export function useActs(rows: () => Row[]) {
  const queries = useQueryClient();
  const { say } = useToast();
  const busy = ref(false);
  const legs = computed(() => rows().flatMap((row) => row.legs));
  const kept = computed(() => rows().some((row) => !row.contentsRemovedAt));

  const { may } = useSession();
  const possible = computed<Record<Action, boolean>>(() => (may('ACT_ON_DELIVERIES') ? fitting() : NONE));
  const fitting = () => ({
    TRY_AGAIN: kept.value && rows().some((row) => row.state === 'STOPPED' || row.state === 'WAITING'),
    HOLD: legs.value.some((leg) => leg.state === 'WAITING'),
    RELEASE: legs.value.some((leg) => leg.state === 'HELD'),
    STOP: legs.value.some(
      (leg) =>
        leg.state === 'WAITING' || leg.state === 'HELD' || (leg.state === 'STOPPED' && !isCalledOff(leg)),
    ),
    SEND_ELSEWHERE:
      may('READ_SETUP') &&
      kept.value &&
      legs.value.some((leg) => leg.state !== 'MOVING' && leg.state !== 'ACCEPTED' && !isCalledOff(leg)),
  });

  async function act(action: Action, more: Partial<Order> = {}) {
    if (busy.value) return;
    busy.value = true;
    try {
      const deliveries = rows().map((row) => row.id);
      const done = await ask(api.POST('/api/deliveries/act', { body: { action, deliveries, ...more } }));
      const left = done.untouched ? ` ${done.untouched} could not be.` : '';
      say(`${count(done.deliveries, 'delivery is', 'deliveries are')} ${DONE[action]}.${left}`);
    } catch (error) {
      say(error instanceof Problem ? `${error.sentence} ${error.remedy}` : 'This did not work.');
    } finally {
      busy.value = false;
      void queries.invalidateQueries({ queryKey: ['deliveries'] });
      void queries.invalidateQueries({ queryKey: ['delivery'] });
      void queries.invalidateQueries({ queryKey: ['today'] });
    }
  }
  return { act, possible, busy };
}
