import { ref } from 'vue';
import { api, ask, type Schemas } from '@/api/client';
import type { Answers, Label, Machine } from '../machine';
import { asLastTime, bodyOf } from '../questions';

/** What is offered to who has signed in, and what became of their scans. */
export function useJobs(machine: Machine) {
  const { device, attempt, quietly, touch } = machine;
  const params = { path: { device } };
  const labels = ref<Label[]>([]);
  const mine = ref<Schemas['Mine']>();

  /** How often somebody has left: what comes late is nothing to whoever comes next. */
  let left = 0;

  async function readMine() {
    const before = left;
    const seen = await ask(api.GET('/api/panel/{device}/mine', { params }));
    if (before === left) mine.value = seen;
  }

  async function readLabels() {
    const before = left;
    const seen = await ask(api.GET('/api/panel/{device}/jobs', { params }));
    if (before === left) labels.value = seen;
  }

  async function readLists() {
    await readLabels();
    await readMine();
  }

  /** The panel was changed while somebody stands there. */
  const readAgain = () => quietly(readLabels);

  async function look() {
    touch();
    await attempt(readMine);
    if (machine.at('jobs') || machine.at('own-scan')) machine.go({ name: 'mine' });
  }

  async function leaveMine() {
    touch();
    machine.go({ name: 'jobs' });
    await attempt(readLists);
  }

  async function newsSeen() {
    touch();
    await attempt(async () => {
      await ask(api.POST('/api/panel/{device}/mine/seen', { params }));
    });
    if (mine.value) mine.value = { ...mine.value, news: [] };
  }

  /** What became of it, in words; nothing when it failed. */
  async function withdraw(destination: string) {
    touch();
    return attempt(async () => {
      const done = await ask(
        api.DELETE('/api/panel/{device}/mine/consents/{destination}', {
          params: { path: { device, destination } },
        }),
      );
      await readMine();
      return done.sentence;
    });
  }

  /** What was just sent as a job of one's own. @returns its name; nothing when it cannot be */
  async function keepOwnJob(job: Label, answers: Answers, name: string) {
    touch();
    const kept = await attempt(() =>
      ask(
        api.POST('/api/panel/{device}/own-jobs', {
          params,
          body: { jobId: job.jobId, name, answers: bodyOf(job.asks, answers) },
        }),
      ),
    );
    return kept?.name;
  }

  /** As it was kept, of what can still be chosen. */
  async function ownAnswers(job: Label): Promise<Answers | undefined> {
    const id = job.own;
    if (!id) return {};
    const last = await attempt(() =>
      ask(api.GET('/api/panel/{device}/own-jobs/{id}', { params: { path: { device, id } } })),
    );
    return last && asLastTime(job.asks, last);
  }

  async function withdrawLink(link: string) {
    touch();
    await attempt(async () => {
      await ask(api.DELETE('/api/panel/{device}/mine/links/{link}', { params: { path: { device, link } } }));
      await readMine();
    });
  }

  /** @returns its name; nothing when it cannot be */
  async function renameOwnJob(id: string, name: string) {
    touch();
    return attempt(async () => {
      const renamed = await ask(
        api.PUT('/api/panel/{device}/own-jobs/{id}/name', {
          params: { path: { device, id } },
          body: { name },
        }),
      );
      await readMine();
      return renamed.name;
    });
  }

  async function removeOwnJob(id: string) {
    touch();
    await attempt(async () => {
      await ask(api.DELETE('/api/panel/{device}/own-jobs/{id}', { params: { path: { device, id } } }));
      await readMine();
    });
  }

  type FolderForm = Schemas['OwnFolderForm'];

  /** Whether files would get into a folder; nothing when it cannot be tried. */
  function testFolder(body: FolderForm) {
    touch();
    return attempt(() => ask(api.POST('/api/panel/{device}/mine/folders/test', { params, body })));
  }

  /** @returns whether it was added */
  async function addFolder(body: FolderForm) {
    touch();
    const added = await attempt(async () => {
      const made = await ask(api.POST('/api/panel/{device}/mine/folders', { params, body }));
      await readMine();
      return made;
    });
    return added !== undefined;
  }

  async function removeFolder(folder: string) {
    touch();
    await attempt(async () => {
      await ask(
        api.DELETE('/api/panel/{device}/mine/folders/{folder}', { params: { path: { device, folder } } }),
      );
      await readMine();
    });
  }

  /** @return whether it was sent as theirs */
  async function claim(scan: string) {
    touch();
    return attempt(async () => {
      await ask(
        api.POST('/api/panel/{device}/mine/unclaimed/{scan}', { params: { path: { device, scan } } }),
      );
      await readMine();
      return true;
    });
  }

  /** The same job as it is offered now. */
  const nowOf = (job: Label) => labels.value.find((one) => one.jobId === job.jobId && one.own === job.own);

  function forgetLists() {
    left++;
    labels.value = [];
    mine.value = undefined;
  }

  return {
    labels,
    mine,
    nowOf,
    readLabels,
    readMine,
    readAgain,
    readLists,
    look,
    leaveMine,
    newsSeen,
    withdraw,
    keepOwnJob,
    ownAnswers,
    removeOwnJob,
    renameOwnJob,
    withdrawLink,
    testFolder,
    addFolder,
    removeFolder,
    claim,
    forgetLists,
  };
}
