import { nextTick, provide, ref, type InjectionKey, type Ref } from 'vue';
import { Problem, type FieldProblem } from '@/api/client';

export const PROBLEMS: InjectionKey<Ref<FieldProblem[]>> = Symbol('problems');

/** Runs what a form does, and shows beside its fields what the server found wrong; focuses the first of them. */
export function useForm() {
  const problems = ref<FieldProblem[]>([]);
  const general = ref<Problem>();
  const busy = ref(false);
  provide(PROBLEMS, problems);

  async function attempt<T>(doing: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined;
    busy.value = true;
    problems.value = [];
    general.value = undefined;
    try {
      return await doing();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      problems.value = error.problems;
      await nextTick();
      const first = document.querySelector<HTMLElement>(
        '.is-wrong input, .is-wrong textarea, .is-wrong [tabindex]',
      );
      if (first) first.focus();
      else general.value = error;
      return undefined;
    } finally {
      busy.value = false;
    }
  }

  function clear() {
    problems.value = [];
    general.value = undefined;
  }

  return { problems, general, busy, attempt, clear };
}
