<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import type { Schemas } from '@/api/client';
import { useWords } from '@/shared/words';
import type { PanelState } from './usePanel';

/** A folder of one's own on one of the office's servers: what is not known is entered, and tried before it is kept. */
const props = defineProps<{ panel: PanelState; servers: Schemas['OwnFolderServer'][] }>();
const emit = defineEmits<{ done: [] }>();
const { t } = useWords();
const { busy, problem } = props.panel;
const form = ref<Schemas['OwnFolderForm']>({
  serverId: props.servers[0]?.id ?? '',
  name: '',
  path: '',
  account: '',
  password: '',
});
const shown = ref(false);
const first = ref<HTMLInputElement>();
onMounted(() => first.value?.focus());
const isComplete = computed(() => form.value.name.trim() !== '' && form.value.account.trim() !== '');

const found = ref<Schemas['TestedFolder']>();
watch(form, () => (found.value = undefined), { deep: true });
const testing = ref(false);
async function test() {
  testing.value = true;
  found.value = await props.panel.testFolder(form.value);
  testing.value = false;
}
/** What does not work yet may be saved all the same, once that was said. */
async function save() {
  const known = found.value !== undefined;
  if (!known) await test();
  if (!known && !found.value?.passed) return;
  if (await props.panel.addFolder(form.value)) emit('done');
}
</script>

<template>
  <section class="choice-drawer" :aria-label="t('own-folder.add')" @keydown.esc="emit('done')">
    <header>
      <h2>{{ t('own-folder.add') }}</h2>
      <button type="button" class="key" @click="emit('done')">{{ t('panel.back') }}</button>
      <button type="button" class="key" :disabled="busy || !isComplete" @click="test">
        {{ t('own-folder.test') }}
      </button>
      <button type="button" class="key stamp" :disabled="busy || !isComplete" @click="save">
        {{ t(found && !found.passed ? 'own-folder.save-anyway' : 'own-folder.save') }}
      </button>
    </header>
    <p v-if="testing" class="quiet" role="status">{{ t('own-folder.testing') }}</p>
    <p v-else-if="problem" class="wrong" role="alert">{{ problem.sentence }} {{ problem.remedy }}</p>
    <p v-else-if="found" :class="{ wrong: !found.passed }" role="status">
      {{ found.passed ? t('own-folder.works') : `${found.sentence} ${found.remedy}` }}
    </p>
    <form @submit.prevent="isComplete && test()" @input="panel.touch()">
      <div v-if="servers.length > 1" class="servers" role="group" :aria-label="t('own-folder.server')">
        <button
          v-for="server in servers"
          :key="server.id"
          type="button"
          class="key"
          :aria-pressed="form.serverId === server.id"
          @click="form.serverId = server.id"
        >
          {{ server.name }}
        </button>
      </div>
      <label>
        <span>{{ t('own-folder.name') }}</span>
        <input ref="first" v-model="form.name" type="text" autocomplete="off" maxlength="40" />
      </label>
      <label>
        <span>{{ t('own-folder.path') }}</span>
        <input
          v-model="form.path"
          type="text"
          autocomplete="off"
          maxlength="200"
          :placeholder="t('own-folder.path-hint')"
        />
      </label>
      <label>
        <span>{{ t('own-folder.account') }}</span>
        <input v-model="form.account" type="text" autocomplete="off" maxlength="200" />
      </label>
      <label>
        <span>{{ t('own-folder.password') }}</span>
        <span class="secret">
          <input
            v-model="form.password"
            :type="shown ? 'text' : 'password'"
            autocomplete="off"
            data-private
            maxlength="200"
            :aria-label="t('own-folder.password')"
          />
          <button type="button" class="key" :aria-pressed="shown" @click="shown = !shown">
            {{ t('ask.show') }}
          </button>
        </span>
      </label>
    </form>
  </section>
</template>

<style scoped>
header h2 {
  flex: 1;
}
form {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px 20px;
  overflow-y: auto;
}
.servers {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 10px;
}
label {
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.secret {
  display: flex;
  gap: 8px;
}
input {
  flex: 1;
  min-width: 0;
}
[aria-pressed='true'] {
  background: var(--ink-9);
  color: var(--paper-0);
}
.wrong {
  color: var(--failed);
  font-weight: 600;
}
</style>
