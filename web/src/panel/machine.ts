import { ref } from 'vue';
import { Problem, type Schemas } from '@/api/client';

export type Label = Schemas['Label'];
export type Ask = Schemas['Ask'];
export type PaperSource = NonNullable<Schemas['LoadOrder']['source']>;

/** Somebody, a group or a destination that was chosen: by what the server knows it, and how it is shown. */
export interface Chosen {
  value: string;
  name: string;
}

/** What a person has answered, by the question's key. */
export type Answers = Record<string, string | Chosen[]>;

/** Where somebody is at a panel, with what is known only there. */
export type Stage =
  | { name: 'door' }
  | { name: 'new-pin' }
  | { name: 'jobs' }
  | { name: 'mine' }
  | { name: 'own-scan'; scan: Schemas['OwnScan']; answers: Answers }
  | { name: 'consent'; job: Label; request: Schemas['ConsentRequest'] }
  | { name: 'ready'; job: Label; answers: Answers }
  | {
      name: 'scan';
      job: Label;
      scan: Schemas['ScanView'];
      answers: Answers;
      sendWhenDone: boolean;
      /** Instead of what the job does with what is too large for a mail. */
      whenTooLarge?: Schemas['WayToFit']['way'];
    }
  | { name: 'sent'; job: Label; answers: Answers; progress: Schemas['Progress'] };
export type At<N extends Stage['name']> = Extract<Stage, { name: N }>;

/** Leads from stage to stage, and does one thing at a time. @param ended the session is over at the server */
export function useMachine(device: string, ended: () => void) {
  const stage = ref<Stage>({ name: 'door' });
  const problem = ref<Problem>();
  const busy = ref(false);
  const lastTouch = ref(Date.now());

  function touch() {
    lastTouch.value = Date.now();
  }

  function go(to: Stage) {
    stage.value = to;
  }

  /** The stage by its name; nothing when somebody is elsewhere. */
  function at<N extends Stage['name']>(name: N): At<N> | undefined {
    return stage.value.name === name ? (stage.value as At<N>) : undefined;
  }

  /** Whether somebody is still there: what comes late for a stage that was left is dropped. */
  const isAt = (one: Stage) => stage.value === one;

  /** How often somebody has left. */
  let left = 0;

  /** Somebody leaves: what is still on its way is nothing to whoever comes next. */
  function dropUnderWay() {
    left++;
    busy.value = false;
    problem.value = undefined;
  }

  /** Runs one thing at a time and shows what went wrong; a session that has ended leads back to the door. */
  async function attempt<T>(doing: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined;
    const mine = left;
    busy.value = true;
    try {
      return await lookUp(doing);
    } finally {
      if (mine === left) busy.value = false;
    }
  }

  /** The same for what only reads: while somebody types on, the next is asked for before the last is there. */
  async function lookUp<T>(reading: () => Promise<T>): Promise<T | undefined> {
    const mine = left;
    problem.value = undefined;
    try {
      return await reading();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      if (mine !== left) return undefined;
      if (stage.value.name !== 'door' && (error.status === 401 || error.status === 403)) ended();
      else problem.value = error;
      return undefined;
    }
  }

  /** Asks by itself: what goes wrong is not shown, a session that has ended leads back to the door. */
  async function quietly(asking: () => Promise<void>) {
    const mine = left;
    try {
      await asking();
    } catch (error) {
      // What was asked for somebody who has left is no word about whoever is there now.
      const ofNow = mine === left && stage.value.name !== 'door';
      if (error instanceof Problem && error.status === 401 && ofNow) ended();
    }
  }

  return {
    device,
    stage,
    problem,
    busy,
    lastTouch,
    touch,
    go,
    at,
    isAt,
    attempt,
    lookUp,
    quietly,
    dropUnderWay,
  };
}

export type Machine = ReturnType<typeof useMachine>;
