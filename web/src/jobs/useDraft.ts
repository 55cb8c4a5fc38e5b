import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import { useToast } from '@/shared/toast';
import type { useJob } from './useJob';

/** What is kept of a job before it is saved: the draft of the open job, or the one by which a new one was opened. */
export function useDraft(job: ReturnType<typeof useJob>) {
  const route = useRoute();
  const router = useRouter();
  const queries = useQueryClient();
  const { say } = useToast();
  const { may } = useSession();
  const id = computed(() =>
    job.isNew.value ? (typeof route.query.draft === 'string' ? route.query.draft : '') : job.openId.value,
  );
  const query = useQuery({
    queryKey: computed(() => ['jobs', 'drafts', id.value]),
    queryFn: async () =>
      (await ask(api.GET('/api/jobs/drafts/{id}', { params: { path: { id: id.value } } })))[0] ?? null,
    enabled: computed(() => id.value !== '' && may('CHANGE_SETUP')),
  });
  const kept = computed(() => (id.value ? query.data.value : undefined) ?? undefined);

  const keep = useMutation({
    mutationFn: () => {
      const form = job.bodyOf(job.form.value);
      if (!id.value) return ask(api.POST('/api/jobs/drafts', { body: form }));
      return ask(
        api.PUT('/api/jobs/drafts/{id}', {
          params: { path: { id: id.value }, query: { last: kept.value?.row.at } },
          body: { form, base: job.versionShown() },
        }),
      );
    },
    onSuccess: async (draft) => {
      queries.setQueryData(['jobs', 'drafts', draft.row.id], draft);
      job.settled();
      say('Draft saved. The panels are as they were.');
      await queries.invalidateQueries({ queryKey: ['jobs', 'drafts'] });
      if (job.isNew.value && !id.value)
        await router.replace({ path: '/jobs/new', query: { draft: draft.row.id } });
    },
  });

  /** Puts the draft into the form. */
  function resume() {
    const draft = kept.value;
    if (!draft) return;
    job.begin(draft.job, draft.base);
    job.settled();
  }

  const discard = useMutation({
    mutationFn: () => ask(api.DELETE('/api/jobs/drafts/{id}', { params: { path: { id: id.value } } })),
    onSuccess: async () => {
      say('Draft discarded.');
      queries.setQueryData(['jobs', 'drafts', id.value], null);
      await queries.invalidateQueries({ queryKey: ['jobs', 'drafts'] });
      if (job.isNew.value) await router.push('/jobs');
      else job.reset();
    },
  });
  return { id, kept, keep, resume, discard };
}
