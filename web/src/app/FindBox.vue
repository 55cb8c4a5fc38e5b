<script setup lang="ts">
import { onClickOutside, refDebounced } from '@vueuse/core';
import { useQuery } from '@tanstack/vue-query';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from './session';
import { api, ask } from '@/api/client';
import { findable, type Hit } from './findable';

const router = useRouter();
const text = ref('');
const asked = refDebounced(text, 160);
const open = ref(false);
const chosen = ref(0);
const input = ref<HTMLInputElement>();
const box = ref<HTMLElement>();
onClickOutside(box, () => (open.value = false));

const found = useQuery({
  queryKey: computed(() => ['find', asked.value]),
  queryFn: ({ signal }) => ask(api.GET('/api/find', { params: { query: { text: asked.value } }, signal })),
  enabled: computed(() => asked.value.trim() !== ''),
});

const { may } = useSession();
const EVERYBODYS = ['/', '/deliveries', '/devices', '/fleet', '/alerts', '/unclaimed'];
function allowed(hit: Hit) {
  if (hit.kind === 'Do') return may('CHANGE_SETUP');
  if (hit.path === '/help') return may('HELP_AT_PANELS');
  return EVERYBODYS.includes(hit.path) || may('READ_SETUP');
}
/** What one can do from anywhere; found by the same words. */
const actions = findable(router.getRoutes());

const hits = computed<Hit[]>(() => {
  const wanted = text.value.trim().toLowerCase();
  if (!wanted) return [];
  const fitting = actions
    .filter(allowed)
    .filter((action) => (action.title + ' ' + action.detail).toLowerCase().includes(wanted));
  return [...(found.data.value ?? []), ...fitting];
});
watch(hits, () => (chosen.value = 0));
watch(
  chosen,
  (at) => void nextTick(() => document.getElementById(`find-${at}`)?.scrollIntoView({ block: 'nearest' })),
);

function go(hit: Hit | undefined) {
  if (!hit) return;
  open.value = false;
  text.value = '';
  input.value?.blur();
  void router.push(hit.path);
}

function key(event: KeyboardEvent) {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault();
    const step = event.key === 'ArrowDown' ? 1 : -1;
    chosen.value = Math.max(0, Math.min(hits.value.length - 1, chosen.value + step));
  } else if (event.key === 'Enter') {
    event.preventDefault();
    go(hits.value[chosen.value]);
  } else if (event.key === 'Escape') {
    open.value = false;
    input.value?.blur();
  }
}

defineExpose({
  focus() {
    input.value?.focus();
    input.value?.select();
  },
});
</script>

<template>
  <div ref="box" class="find" role="search">
    <svg width="15" height="15" viewBox="0 0 15 15" aria-hidden="true">
      <circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor" stroke-width="1.6" />
      <path d="M9.500 9.500l4 4" stroke="currentColor" stroke-width="1.6" />
    </svg>
    <input
      ref="input"
      v-model="text"
      type="text"
      role="combobox"
      aria-label="Find anything"
      aria-autocomplete="list"
      aria-controls="find-list"
      :aria-expanded="open && hits.length > 0"
      :aria-activedescendant="open && hits.length ? `find-${chosen}` : undefined"
      placeholder="Find a device, person, file name, setting"
      autocomplete="off"
      @focus="open = true"
      @input="open = true"
      @keydown="key"
    />
    <kbd aria-hidden="true">/</kbd>
    <ul v-show="open && text.trim()" id="find-list" role="listbox" aria-label="Found">
      <li
        v-for="(hit, i) in hits"
        :id="`find-${i}`"
        :key="hit.kind + hit.path + hit.title"
        role="option"
        :aria-selected="i === chosen"
        :class="{ chosen: i === chosen }"
        @mousedown.prevent="go(hit)"
        @mousemove="chosen = i"
      >
        <span class="caption">{{ hit.kind }}</span>
        <span
          ><strong>{{ hit.title }}</strong> <span class="quiet">{{ hit.detail }}</span></span
        >
      </li>
      <li v-if="hits.length === 0" class="none" role="option" aria-selected="false" aria-disabled="true">
        {{ found.isFetching.value ? 'Looking ...' : 'Nothing is called that.' }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.find {
  position: relative;
  display: flex;
  align-items: center;
  width: 344px;
  height: 32px;
  padding: 0 6px 0 10px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  color: var(--ink-5);
}
.find:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: -1px;
}
input {
  flex: 1;
  min-width: 0;
  border: 0;
  outline: none;
  background: none;
  padding: 0 8px;
  color: var(--ink-9);
}
input::placeholder {
  color: var(--ink-5);
  opacity: 1;
}
kbd {
  padding: 0 6px;
  border: 1px solid var(--rule-2);
  border-radius: 2px;
  font: 400 12px/18px var(--mono);
}
ul {
  position: absolute;
  right: -1px;
  top: 34px;
  width: 460px;
  max-height: calc(100vh - 60px);
  margin: 0;
  overflow-y: auto;
  padding: 4px 0;
  border: 1px solid var(--ink-9);
  background: var(--paper-0);
  color: var(--ink-9);
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 84px 1fr;
  align-items: baseline;
  padding: 5px 12px;
  cursor: pointer;
  overflow-wrap: anywhere;
}
li.chosen {
  background: var(--paper-1);
  box-shadow: inset 4px 0 0 var(--stamp);
}
.none {
  display: block;
  color: var(--ink-5);
  cursor: default;
}
@media (max-width: 1000px) {
  .find {
    width: 200px;
  }
}
</style>
