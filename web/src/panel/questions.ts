import type { Component } from 'vue';
import type { useWords } from '@/shared/words';
import FolderDrawer from './FolderDrawer.vue';
import type { Answers, Ask } from './machine';
import RecipientsDrawer from './RecipientsDrawer.vue';

type Say = ReturnType<typeof useWords>['t'];

/** What a job asks while its paper goes through. */
interface Question {
  /** Where it is answered. */
  drawer: Component;
  caption: (t: Say) => string;
  /** What was answered, in words. */
  answered: (asked: Ask, answers: Answers, t: Say) => string;
  /** Whether nothing goes before it is answered. */
  isMissing: (asked: Ask, answers: Answers) => boolean;
}

/** By their kind; a consent is asked for before the paper goes through, as a stage of its own. */
export const QUESTIONS: Partial<Record<Ask['kind'], Question>> = {
  RECIPIENTS: {
    drawer: RecipientsDrawer,
    caption: (t) => t('jobs.to'),
    answered({ destinationId }, { recipients }, t) {
      const chosen = recipients[destinationId] ?? [];
      if (!chosen.length) return t('scan.choose-people');
      return chosen.length === 1 ? (chosen[0] ?? '') : t('scan.people', { n: chosen.length });
    },
    isMissing: ({ destinationId }, { recipients }) => !recipients[destinationId]?.length,
  },
  FOLDER: {
    drawer: FolderDrawer,
    caption: (t) => t('scan.into'),
    answered: ({ destinationId, name }, { folders }) => folders[destinationId] || name,
    isMissing: () => false,
  },
};
