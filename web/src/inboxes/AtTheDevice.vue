<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useClipboard } from '@vueuse/core';
import { api, ask } from '@/api/client';

/** What somebody enters at a device that sends files. */
defineProps<{ account: string; folder: boolean }>();
const intake = useQuery({
  queryKey: ['incoming', 'state'],
  queryFn: () => ask(api.GET('/api/incoming/state')),
});
const folders = useQuery({
  queryKey: ['jobs', 'inbox-folders'],
  queryFn: () => ask(api.GET('/api/inboxes/folders')),
});
const host = window.location.hostname;
const doors = computed(() =>
  intake.data.value
    ? [
        { name: 'SFTP', ...intake.data.value.sftp },
        { name: 'FTP', ...intake.data.value.ftp },
      ].filter((door) => door.on)
    : [],
);
const shown = ref(false);
const { copy, copied } = useClipboard();
const FEW = 8;
const all = computed(() => folders.data.value ?? []);
const most = computed(() => (shown.value ? all.value : all.value.slice(0, FEW)));
const first = computed(() => all.value[0] ?? 'job');
const hidden = computed(() => all.value.length - most.value.length);
</script>

<template>
  <section aria-labelledby="at-device">
    <h2 id="at-device">At the device</h2>
    <template v-if="!folder">
      <dl v-if="doors.length">
        <div v-for="door in doors" :key="door.name">
          <dt>{{ door.name }}</dt>
          <dd>
            <span class="mono">{{ host }}</span>, port <span class="mono">{{ door.port }}</span><template
              v-if="account"
              >, account <span class="mono">{{ account }}</span></template
            >
          </dd>
        </div>
        <div v-for="key in intake.data.value?.hostKeys" :key="key">
          <dt>Key</dt>
          <dd class="mono small">{{ key }}</dd>
        </div>
      </dl>
      <p v-else class="small">
        File transfer is switched off:
        <RouterLink to="/settings#files">Settings, Scans by file transfer</RouterLink>.
      </p>
    </template>
    <p class="quiet small">A folder with one of these names chooses the job; press one to copy it:</p>
    <ul>
      <li v-for="name in most" :key="name">
        <button type="button" class="link mono" :aria-label="`Copy ${name}`" @click="copy(name)">
          {{ name }}
        </button>
      </li>
      <li v-if="hidden">
        <button type="button" class="link" @click="shown = true">{{ hidden }} more</button>
      </li>
      <li v-if="copied" role="status">Copied.</li>
    </ul>
    <p class="quiet small">
      A plus sign and a login behind it choose the person: <span class="mono whole">{{ first }}+login</span>.
      {{
        folder
          ? 'Other folders are not looked into.'
          : 'What comes in a folder with any other name waits to be claimed.'
      }}
    </p>
    <p class="quiet small">
      PDF, TIFF, JPEG and PNG, up to 100 MB.
      <template v-if="folder"
        >A file is taken when it has not changed for five seconds (TIFF: thirty), then it is removed. What is
        no scan is moved to <span class="mono">refused</span>.</template
      >
      <template v-else>The device is told that a file has arrived when its pages are stored.</template>
    </p>
  </section>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  margin: 4px 0 8px;
  padding: 0;
  list-style: none;
}
.whole {
  white-space: nowrap;
}
dl {
  margin: 8px 0;
}
dl > div {
  display: flex;
  gap: 10px;
}
dt {
  flex: none;
  width: 60px;
  font-weight: 600;
}
dd {
  min-width: 0;
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
