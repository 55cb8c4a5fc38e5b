import { useQueryClient } from '@tanstack/vue-query';
import { api, ask, Problem } from '@/api/client';
import { useToast } from './toast';

/** Says what was done to a thing of the set-up, with a way to take it back. */
export function useUndo() {
  const queries = useQueryClient();
  const { say } = useToast();

  /** @param then after it was taken back */
  async function sayWithUndo(words: string, id: string, then?: () => unknown) {
    say(words);
    const found = await ask(api.GET('/api/changes/of/{id}', { params: { path: { id } } })).catch(() => []);
    const change = found?.[0];
    if (change?.canUndo) say(words, { label: 'Undo', run: () => undo(change.id, then) });
  }

  async function undo(id: number, then?: () => unknown) {
    try {
      await ask(api.POST('/api/changes/{id}/undo', { params: { path: { id } } }));
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      say(`${error.sentence} ${error.remedy}`);
      return;
    }
    await queries.invalidateQueries();
    await then?.();
    say('Undone.');
  }
  return { sayWithUndo, undo };
}
