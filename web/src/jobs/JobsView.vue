<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import ErrorNote from '@/shared/ErrorNote.vue';
import { count, exact, when } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import { useKeys } from '@/shared/keys';
import ListTools from '@/shared/ListTools.vue';
import { useLongList } from '@/shared/longList';
import ShowMore from '@/shared/ShowMore.vue';
import SortHead from '@/shared/SortHead.vue';
import TitleBar from '@/shared/TitleBar.vue';

/** The one-touch jobs of the office; each opens in the composer. */
const router = useRouter();
const { may } = useSession();
const list = useLongList('jobs', (query, signal) => ask(api.GET('/api/jobs', { params: { query }, signal })));
const drafts = useQuery({
  queryKey: ['jobs', 'drafts'],
  queryFn: () => ask(api.GET('/api/jobs/drafts')),
  enabled: computed(() => may('CHANGE_SETUP')),
});
useKeys({ n: () => void router.push('/jobs/new') });
</script>

<template>
  <TitleBar
    :title="list.total.value ? count(list.total.value, 'one-touch job') : 'One-touch jobs'"
    hint="Paper, look, name and destination under one button"
  >
    <RouterLink
      v-if="may('CHANGE_SETUP')"
      class="button"
      :class="{ stamp: list.total.value === 0 }"
      to="/jobs/new"
      >New job</RouterLink
    >
  </TitleBar>
  <ErrorNote :error="list.query.error.value" />
  <section v-if="drafts.data.value?.length" class="drafts" aria-labelledby="drafts">
    <h2 id="drafts">{{ count(drafts.data.value.length, 'draft') }}</h2>
    <ul>
      <li v-for="one in drafts.data.value" :key="one.id">
        <RouterLink class="link" :to="one.isNew ? `/jobs/new?draft=${one.id}` : `/jobs/${one.id}`">{{
          one.name || 'Without a name'
        }}</RouterLink>
        <span class="quiet small" :title="exact(one.at)">
          {{ one.isNew ? 'new, ' : 'not saved to the panels, ' }}{{ one.who }}, {{ when(one.at) }}
        </span>
      </li>
    </ul>
  </section>
  <template v-if="list.total.value">
    <ListTools :list="list" label="Name, profile or destination" />
    <table class="table opens">
      <thead>
        <tr>
          <SortHead :list="list" column="name">Job</SortHead>
          <SortHead :list="list" column="scans">Scans</SortHead>
          <th scope="col">Goes to</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in list.rows.value" :key="row.id" @click="router.push('/jobs/' + row.id)">
          <td>
            <div class="named">
              <JobStamp :icon="row.icon" :picture="row.picture" :size="28" />
              <RouterLink :to="`/jobs/${row.id}`">{{ row.name }}</RouterLink>
            </div>
          </td>
          <td class="small">{{ row.profileSentence }}</td>
          <td class="small">{{ row.destinations.map((d) => d.label).join(', ') }}</td>
        </tr>
      </tbody>
    </table>
    <ShowMore :list="list" />
  </template>
  <p v-else-if="!list.query.isLoading.value" class="quiet empty">
    A one-touch job is a button on a device: it scans by a profile, names the file and sends it where it
    belongs.
  </p>
</template>

<style scoped>
.named {
  display: flex;
  gap: 10px;
  align-items: center;
}
.drafts {
  padding: 8px 0 12px;
}
.drafts h2 {
  font-size: 16px;
  line-height: 22px;
}
.drafts ul {
  margin: 2px 0 0;
  padding: 0;
  list-style: none;
}
.drafts li {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.table td {
  vertical-align: middle;
}
.empty {
  max-width: 520px;
  padding: 20px 0;
}
</style>
