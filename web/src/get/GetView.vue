<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, longDay } from '@/shared/format';
import FormField from '@/shared/FormField.vue';
import { useForm } from '@/shared/problems';
import { useWords } from '@/shared/words';

/** The page behind a download link: for people who may never have seen Courier. */
const route = useRoute();
const { t } = useWords();
const token = computed(() => String(route.params.token));
const { general, busy, attempt } = useForm();
const passcode = ref('');
const opened = ref<Schemas['DownloadPage']>();
const query = useQuery({
  queryKey: computed(() => ['get', token.value]),
  queryFn: () => ask(api.GET('/api/get/{token}', { params: { path: { token: token.value } } })),
  retry: false,
});
const page = computed(() => opened.value ?? query.data.value);

async function open() {
  opened.value = await attempt(() =>
    ask(
      api.POST('/api/get/{token}', {
        params: { path: { token: token.value } },
        body: { passcode: passcode.value },
      }),
    ),
  );
}
const fileAddress = (position: number) =>
  `/api/get/${token.value}/files/${position}?grant=${encodeURIComponent(page.value?.grant ?? '')}`;
</script>

<template>
  <main>
    <template v-if="page">
      <h1>{{ t('get.title', { office: page.office }) }}</h1>
      <form v-if="page.asksPasscode" @submit.prevent="open">
        <FormField v-slot="f" :label="t('get.passcode')" name="passcode" :hint="t('get.passcode-hint')">
          <el-input
            :id="f.id"
            v-model="passcode"
            inputmode="numeric"
            autocomplete="one-time-code"
            maxlength="6"
            :aria-describedby="f.describedby"
          />
        </FormField>
        <ErrorNote :error="general" />
        <button type="submit" class="button stamp" :disabled="busy || passcode.length < 6">
          {{ t('get.show') }}
        </button>
      </form>
      <ul v-else>
        <li v-for="file in page.files" :key="file.position">
          <div>
            <p class="mono">{{ file.name }}</p>
            <p class="small quiet">{{ t('mine.pages', { n: file.pages }) }}, {{ bytes(file.bytes) }}</p>
          </div>
          <a
            class="button"
            :class="{ stamp: page.files.length === 1 }"
            :href="fileAddress(file.position)"
            download
            >{{ t('get.download') }}</a
          >
        </li>
      </ul>
      <p class="caption">
        {{ t('get.until', { day: longDay(page.expiresAt) }) }}
      </p>
    </template>
    <template v-else-if="query.error.value">
      <h1>{{ t('get.nothing') }}</h1>
      <ErrorNote :error="query.error.value" />
    </template>
  </main>
</template>

<style scoped>
main {
  max-width: 620px;
  margin: 0 auto;
  padding: 48px 20px;
}
h1 {
  padding-bottom: 12px;
  border-bottom: 2px solid var(--ink-9);
}
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  max-width: 320px;
  padding: 16px 0;
}
ul {
  margin: 0 0 14px;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
li p.mono {
  overflow-wrap: anywhere;
}
</style>
