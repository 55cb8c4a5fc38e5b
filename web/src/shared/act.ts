import { ref } from 'vue';
import { useToast } from './toast';

/** Things that are done to a row of a list: said when they are, kept beside the list when they cannot be. @param fresh reads the list again */
export function useAct(fresh: () => Promise<unknown>) {
  const { say } = useToast();
  const failed = ref<unknown>();
  async function act(doing: () => Promise<unknown>, words: string) {
    failed.value = undefined;
    try {
      await doing();
      say(words);
    } catch (error) {
      failed.value = error;
    }
    await fresh();
  }
  return { failed, act };
}
