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
const first = computed(() => folders.data.value?.[0] ?? 'job');
const most = computed(() => (shown.value ? folders.data.value : folders.data.value?.slice(0, 8)) ?? []);
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
    <p class="quiet small">
      A folder with one of these names chooses the job:
      <template v-for="(name, at) in most" :key="name"
        ><template v-if="at">, </template
        ><button type="button" class="link mono" :aria-label="`Copy ${name}`" @click="copy(name)">
          {{ name }}
        </button></template
      ><button
        v-if="!shown && (folders.data.value?.length ?? 0) > 8"
        type="button"
        class="link"
        @click="shown = true"
      >
        , and {{ (folders.data.value?.length ?? 0) - 8 }} more</button
      >. A plus sign and a login choose the person: <span class="mono">{{ first }}+login</span>.
      <span v-if="copied" role="status">Copied.</span>
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
