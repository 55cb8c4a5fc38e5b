<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, count } from '@/shared/format';
import StateMark from '@/shared/StateMark.vue';
import FileBars from './FileBars.vue';
import FindingList from './FindingList.vue';
import { LETTERS, toneOf } from './files';
import PageDialog from './PageDialog.vue';
import type { Rehearsal, useRehearsal } from './useRehearsal';

/** What becomes of pages by the job as it stands above: files, names, sizes, and what would surprise. */
const props = defineProps<{
  rehearsal: ReturnType<typeof useRehearsal>;
  all: readonly Schemas['Sample'][];
}>();
const emit = defineEmits<{ mend: [scan: Schemas['ProfileForm']] }>();
type Page = Rehearsal['pages'][number];

const { samples, own, bring, query, took, picture } = props.rehearsal;
const result = computed(() => query.data.value);
const chooser = ref<HTMLInputElement>();
function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  bring.mutate([...(input.files ?? [])]);
  // So that a file that was mended can be chosen again.
  input.value = '';
}

/** The pages bracketed into files; what is left out stands where it lay. */
const groups = computed(() => {
  const made = result.value;
  if (!made) return [];
  const out: { file: number; pages: Page[] }[] = [];
  let last = 0;
  for (const page of made.pages) {
    const file = made.files.findIndex((f) => f.scanned.includes(page.number));
    last = file >= 0 ? file : last;
    const group = out[out.length - 1];
    if (group && group.file === last) group.pages.push(page);
    else out.push({ file: last, pages: [page] });
  }
  return out;
});
const summary = computed(() => {
  const made = result.value;
  if (!made) return '';
  const out = made.pages.filter((p) => p.fate !== 'KEPT').length;
  const sizes = made.reckonedFor ? ` Sizes reckoned for ${made.reckonedFor} dpi.` : '';
  return `${count(made.pages.length, 'page')}, ${out} left out, ${count(made.files.length, 'file')}. Took ${took.value.toFixed(1)} s, nothing was sent.${sizes}`;
});
const status = computed(() => {
  if (!query.isFetching.value || !result.value) return summary.value;
  const early = !result.value.exact && !query.isPlaceholderData.value;
  return early ? 'Sizes are reckoned. Making the files ...' : 'Running again ...';
});
const error = computed(() => query.error.value ?? bring.error.value);
const picked = ref<Page>();
</script>

<template>
  <section aria-labelledby="rehearsal" class="rehearsal">
    <header>
      <h2 id="rehearsal">Rehearsal</h2>
      <p class="small quiet" role="status">
        {{ status }}
      </p>
      <details class="choose">
        <summary>
          {{ count(samples.length + own.filter((page) => page.chosen).length, 'page') }} chosen
        </summary>
        <fieldset>
          <legend class="hidden-text">Pages</legend>
          <label v-for="s in all" :key="s.name" :title="s.shows">
            <input v-model="samples" type="checkbox" :value="s.name" /> {{ s.title }}
          </label>
          <label v-for="page in own" :key="page.page" :title="page.label">
            <input v-model="page.chosen" type="checkbox" /> <span class="own">{{ page.label }}</span>
          </label>
        </fieldset>
      </details>
      <button type="button" class="link small" :disabled="bring.isPending.value" @click="chooser?.click()">
        {{ bring.isPending.value ? 'Reading your pages ...' : 'Use your own pages' }}
      </button>
      <input
        ref="chooser"
        type="file"
        multiple
        accept="image/png,image/jpeg,image/tiff,application/pdf"
        hidden
        aria-label="Your own pages"
        @change="choose"
      />
    </header>
    <ErrorNote :error="error" />
    <p v-if="!result && query.isFetching.value" class="quiet">The pages are being made ready ...</p>
    <p v-else-if="!result && !error" class="quiet">Choose pages to see what becomes of them.</p>
    <template v-if="result">
      <div class="groups" :class="{ moving: query.isFetching.value && query.isPlaceholderData.value }">
        <div v-for="(group, g) in groups" :key="g" :class="['group', toneOf(group.file)]">
          <p>
            <strong>{{ LETTERS[group.file % 26] }}</strong>
            {{ count(result.files[group.file]?.pages ?? 0, 'page') }}
          </p>
          <ol>
            <li v-for="page in group.pages" :key="page.number">
              <button
                type="button"
                :aria-label="`Page ${page.number}, ${page.source}: ${page.done.join(', ') || 'as it came'}`"
                @click="picked = page"
              >
                <span v-if="page.fate !== 'KEPT'" class="struck"
                  ><span>{{ page.fate === 'SEPARATOR' ? 'separator' : 'blank' }}</span></span
                >
                <img
                  v-for="shown in page.fate === 'KEPT' ? page.after : []"
                  :key="shown.id"
                  :src="picture(shown)"
                  alt=""
                />
                <span v-if="page.fate === 'KEPT' && !page.after.length" class="struck joined"
                  ><span>with the page before</span></span
                >
              </button>
              <span class="caption">{{ page.number }}</span>
            </li>
          </ol>
        </div>
      </div>
      <div class="columns">
        <FileBars :rehearsal="result" />
        <aside>
          <FindingList :findings="result.findings" @mend="emit('mend', $event)" />
          <p class="small quiet">As a mail {{ bytes(result.mailBytes) }}</p>
          <slot />
        </aside>
        <table class="table pages">
          <thead>
            <tr>
              <th scope="col">Page</th>
              <th scope="col">From</th>
              <th scope="col">What was done to it, and why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="page in result.pages" :key="page.number" @click="picked = page">
              <td>{{ page.number }}</td>
              <td>{{ page.source }}</td>
              <td class="small">
                <StateMark v-if="page.fate !== 'KEPT'" mark="off" :size="12" silent />
                {{ page.done.join(', ') || 'goes as it came' }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <PageDialog v-model="picked" :picture="picture" />
  </section>
</template>

<style scoped>
.rehearsal {
  margin-top: 16px;
  border-top: 2px solid var(--ink-9);
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 8px 0;
}
header > p {
  flex: 1;
}
.choose {
  position: relative;
  font-size: 13px;
}
.choose summary {
  cursor: pointer;
}
.choose fieldset {
  position: absolute;
  z-index: 3;
  right: 0;
  display: grid;
  width: 230px;
  padding: 8px 12px;
  border: 1px solid var(--ink-9);
  background: var(--paper-0);
}
.choose label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
  cursor: pointer;
}
.own {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.choose input {
  width: 16px;
  height: 16px;
  margin: 0;
  accent-color: var(--stamp);
}
.groups {
  display: flex;
  gap: 3px;
  overflow-x: auto;
}
.moving img {
  opacity: 0.6;
}
.group {
  flex: 0 0 auto;
  padding: 4px 10px 6px;
  border-top: 4px solid var(--tone);
  background: var(--wash);
}
.group strong {
  font: 700 17px/24px var(--heading);
  color: var(--tone);
}
ol {
  display: flex;
  gap: 10px;
  margin: 0;
  padding: 4px 0 0;
  list-style: none;
}
li > .caption {
  display: block;
  text-align: center;
}
li button {
  display: flex;
  gap: 4px;
  align-items: center;
  height: 104px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
li img {
  max-width: 110px;
  max-height: 102px;
  box-shadow: 0 0 0 1px var(--rule-2);
}
.struck {
  display: grid;
  width: 72px;
  height: 102px;
  place-items: center;
  border: 1px solid var(--rule-2);
  background:
    linear-gradient(to top right, transparent calc(50% - 1px), var(--ink-7) 50%, transparent calc(50% + 1px)),
    var(--wash);
}
.struck.joined {
  background: var(--wash);
  border-style: dashed;
}
.struck > span {
  padding: 1px 6px;
  background: var(--wash);
  font-size: 12px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 20px 28px;
  align-items: start;
  padding-top: 12px;
}
aside {
  grid-row: 1 / span 2;
  grid-column: 2;
}
.columns > :not(aside) {
  grid-column: 1;
}
.pages tr {
  cursor: pointer;
}
.pages thead tr {
  cursor: default;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    grid-row: auto;
    grid-column: 1;
  }
}
</style>
