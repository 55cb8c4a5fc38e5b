import { nextTick, provide, ref, type InjectionKey, type Ref } from 'vue';
import { Problem, type FieldProblem } from '@/api/client';
import type { Meanwhile } from './meanwhile';
import { useToast } from './toast';

export const PROBLEMS: InjectionKey<Ref<FieldProblem[]>> = Symbol('problems');
export const MEANWHILE: InjectionKey<Meanwhile> = Symbol('meanwhile');

/**
 * Runs what a form does, and shows beside its fields what the server found wrong; focuses the first of them. Once in a component:
 * a second one would take the problems away from the fields of the first.
 *
 * @param meanwhile for a thing that somebody else may save at the same time
 */
export function useForm(meanwhile?: Meanwhile) {
  const problems = ref<FieldProblem[]>([]);
  const general = ref<Problem>();
  const busy = ref(false);
  provide(PROBLEMS, problems);
  if (meanwhile) provide(MEANWHILE, wrapped(meanwhile));

  async function attempt<T>(doing: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined;
    busy.value = true;
    problems.value = [];
    general.value = undefined;
    try {
      const done = await doing();
      useToast().withdraw();
      return done;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      problems.value = error.problems;
      await nextTick();
      const first = document.querySelector<HTMLElement>(
        // What surrounds an input can have the focus too, and would stand before it.
        '.is-wrong input, .is-wrong textarea, .is-wrong [tabindex]:not([tabindex="-1"])',
      );
      if (first) first.focus();
      else general.value = error;
      return undefined;
    } finally {
      busy.value = false;
    }
  }

  /** Whichever is kept, the question is answered. */
  function wrapped(choice: Meanwhile): Meanwhile {
    return {
      ...choice,
      take: () => {
        clear();
        choice.take();
      },
      insist: () => {
        clear();
        choice.insist();
      },
    };
  }

  function clear() {
    problems.value = [];
    general.value = undefined;
  }

  return { problems, general, busy, attempt, clear };
}
