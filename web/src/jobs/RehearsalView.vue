<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes, count } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import { useKeys } from '@/shared/keys';
import { PEOPLE } from '@/shared/pickable';
import PickOne from '@/shared/PickOne.vue';
import StateMark from '@/shared/StateMark.vue';

type Rehearsal = Schemas['Rehearsal'];
type Page = Rehearsal['pages'][number];

const route = useRoute();
const router = useRouter();
const id = computed(() => String(route.params.id));
const job = useQuery({
  queryKey: computed(() => ['jobs', id.value]),
  queryFn: () => ask(api.GET('/api/jobs/{id}', { params: { path: { id: id.value } } })),
});
const abilities = useQuery({
  queryKey: ['workshop'],
  queryFn: () => ask(api.GET('/api/workshop')),
  staleTime: 300_000,
});
const samples = ref(['letter', 'back', 'form', 'manifest']);
const own = ref<File[]>([]);
const chooser = ref<HTMLInputElement>();
const took = ref(0);

function pages() {
  const body = new FormData();
  for (const sample of samples.value) body.append('samples', sample);
  for (const file of own.value) body.append('files', file);
  return body;
}

const run = useMutation({
  mutationFn: async (): Promise<Rehearsal> => {
    const began = performance.now();
    const made = await ask(
      api.POST('/api/jobs/{id}/rehearsal', {
        params: { path: { id: id.value } },
        body: {} as never,
        bodySerializer: pages,
      }),
    );
    took.value = (performance.now() - began) / 1000;
    return made;
  },
});
const result = computed(() => run.data.value);
watch([samples, own, id], () => samples.value.length + own.value.length > 0 && run.mutate(), {
  immediate: true,
  deep: true,
});

function choose(event: Event) {
  const input = event.target as HTMLInputElement;
  own.value = [...own.value, ...(input.files ?? [])];
  // So that a file that was mended can be chosen again.
  input.value = '';
}

/** As whom the pages are sent for real. */
const person = ref('');
const test = useMutation({
  mutationFn: () =>
    ask(
      api.POST('/api/jobs/{id}/test-delivery', {
        params: { path: { id: id.value }, query: { person: person.value } },
        body: {} as never,
        bodySerializer: pages,
      }),
    ),
});

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const TONES = ['a', 'b', 'c'];
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
  return `${count(made.pages.length, 'page')}, ${out} left out, ${count(made.files.length, 'file')}. Took ${took.value.toFixed(1)} s, nothing was sent.`;
});
const largest = computed(() => Math.max(1, ...(result.value?.files.map((f) => f.bytes) ?? [1])));
const picked = ref<Page>();
useKeys({ Escape: () => void router.push('/jobs/' + id.value), r: () => run.mutate() });
</script>

<template>
  <div class="title">
    <JobStamp v-if="job.data.value" :icon="job.data.value.icon" :size="44" />
    <div>
      <h1>Rehearse {{ job.data.value?.name }}</h1>
      <p class="quiet small">{{ job.data.value?.profileSentence }}</p>
    </div>
    <div class="actions">
      <RouterLink class="button" :to="'/jobs/' + id">Back to the job</RouterLink>
      <button type="button" class="button ink" :disabled="run.isPending.value" @click="run.mutate()">
        Rehearse again
      </button>
    </div>
  </div>
  <div class="ask">
    <fieldset>
      <legend class="hidden-text">Pages</legend>
      <label v-for="s in abilities.data.value?.samples ?? []" :key="s.name" :title="s.shows">
        <input v-model="samples" type="checkbox" :value="s.name" /> {{ s.title }}
      </label>
      <label v-for="(file, i) in own" :key="i + file.name" :title="file.name">
        <input v-model="own" type="checkbox" :value="file" /> <span class="own">{{ file.name }}</span>
      </label>
    </fieldset>
    <button type="button" class="link" @click="chooser?.click()">Use your own pages</button>
    <input
      ref="chooser"
      type="file"
      multiple
      accept="image/png,image/jpeg,image/tiff,application/pdf"
      hidden
      aria-label="Your own pages"
      @change="choose"
    />
  </div>
  <ErrorNote :error="job.error.value ?? run.error.value" />
  <p v-if="run.isPending.value && !result" class="quiet" role="status">The pages are being made ready ...</p>
  <section v-if="result" aria-labelledby="rehearsal">
    <header>
      <h2 id="rehearsal">Rehearsal</h2>
      <p class="small quiet" role="status">{{ run.isPending.value ? 'Running again ...' : summary }}</p>
    </header>
    <div class="groups" :class="{ moving: run.isPending.value }">
      <div v-for="(group, g) in groups" :key="g" :class="['group', 'tone-' + TONES[group.file % 3]]">
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
                v-for="(picture, i) in page.fate === 'KEPT' ? page.after : []"
                :key="i"
                :src="picture"
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
      <table class="table">
        <thead>
          <tr>
            <th scope="col"><span class="hidden-text">File</span></th>
            <th scope="col">File name</th>
            <th scope="col">Holds</th>
            <th scope="col"><span class="hidden-text">Size as a bar</span></th>
            <th scope="col" class="number">Size</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(file, i) in result.files" :key="file.name">
            <td>
              <span :class="['letter', 'tone-' + TONES[i % 3]]">{{ LETTERS[i % 26] }}</span>
            </td>
            <td class="mono">{{ file.name }}</td>
            <td class="small">{{ count(file.pages, 'page') }}, {{ file.words }}</td>
            <td class="bar">
              <svg viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
                <rect height="8" :width="(file.bytes / largest) * 100" />
              </svg>
            </td>
            <td class="number">{{ bytes(file.bytes) }}</td>
          </tr>
        </tbody>
      </table>
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
            <td class="small">{{ page.done.join(', ') || 'goes as it came' }}</td>
          </tr>
        </tbody>
      </table>
      <aside>
        <h3>As a mail {{ bytes(result.mailBytes) }}</h3>
        <ul v-if="result.warnings.length">
          <li v-for="warning in result.warnings" :key="warning">
            <StateMark mark="care" :size="15" silent /> {{ warning }}
          </li>
        </ul>
        <p v-else class="fine"><StateMark mark="accepted" silent /> No problems found.</p>
        <form class="test" @submit.prevent="test.mutate()">
          <h3>Test delivery</h3>
          <p class="small quiet">Sends these pages for real, to all destinations of the job.</p>
          <PickOne v-bind="PEOPLE" v-model="person" label="Send as" placeholder="Send as" />
          <button type="submit" class="button" :disabled="!person || test.isPending.value">
            {{ test.isPending.value ? 'Sending ...' : 'Send' }}
          </button>
          <ErrorNote :error="test.error.value" />
          <p v-if="test.data.value" class="small" role="status">
            Sent as
            <RouterLink :to="'/deliveries/' + test.data.value.deliveryId"
              >delivery D-{{ test.data.value.number }}</RouterLink
            >.
          </p>
        </form>
      </aside>
    </div>
  </section>
  <el-dialog
    :model-value="picked !== undefined"
    :title="picked ? `Page ${picked.number}, ${picked.source}` : ''"
    width="min(860px, 94vw)"
    top="5vh"
    @update:model-value="picked = undefined"
  >
    <div v-if="picked" class="pair">
      <figure>
        <img :src="picked.before" alt="As scanned" />
        <figcaption>As scanned</figcaption>
      </figure>
      <figure v-for="(picture, i) in picked.after" :key="i">
        <img :src="picture" alt="In the file" />
        <figcaption>In the file</figcaption>
      </figure>
      <div>
        <h3>What was done, and why</h3>
        <ul>
          <li v-for="step in picked.done" :key="step">{{ step }}</li>
          <li v-if="!picked.done.length">nothing: the page goes as it came</li>
        </ul>
        <p v-if="picked.facts.paper" class="small quiet">
          {{ picked.facts.paper }}, {{ picked.facts.kind }},
          {{ Math.abs(picked.facts.skewDegrees).toFixed(1) }}° askew
        </p>
        <p v-for="code in picked.facts.barcodes" :key="code" class="mono">{{ code }}</p>
      </div>
    </div>
  </el-dialog>
</template>

<style scoped>
.test {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 6px 8px;
  align-items: center;
  margin-top: 16px;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}
.test > :not(.el-select, button) {
  grid-column: 1 / -1;
}
.title {
  display: flex;
  gap: 14px;
  align-items: center;
}
.title .actions {
  margin-left: auto;
}
.ask {
  display: flex;
  gap: 20px;
  align-items: center;
  justify-content: space-between;
  padding: 10px 0;
  border-bottom: 2px solid var(--ink-9);
}
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
  padding: 0;
  border: 0;
}
fieldset label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 26px;
  cursor: pointer;
}
.own {
  overflow: hidden;
  max-width: 220px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.ask .link {
  flex: none;
}
fieldset input {
  width: 16px;
  height: 16px;
  margin: 0;
  accent-color: var(--stamp);
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 10px 0 8px;
}
.groups {
  display: flex;
  gap: 3px;
  overflow-x: auto;
}
.moving {
  opacity: 0.6;
}
.group {
  flex: 0 0 auto;
  padding: 4px 10px 8px;
}
.group strong {
  font: 700 17px/24px var(--heading);
}
.tone-a {
  --tone: var(--file-a);
  --wash: var(--file-a-wash);
}
.tone-b {
  --tone: var(--file-b);
  --wash: var(--file-b-wash);
}
.tone-c {
  --tone: var(--file-c);
  --wash: var(--file-c-wash);
}
.group {
  border-top: 4px solid var(--tone);
  background: var(--wash);
}
.group strong {
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
  height: 128px;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
}
li img {
  max-width: 130px;
  max-height: 126px;
  box-shadow: 0 0 0 1px var(--rule-2);
}
.struck {
  display: grid;
  width: 88px;
  height: 124px;
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
  gap: 28px;
  align-items: start;
  padding-top: 16px;
}
.columns > .table {
  grid-column: 1;
}
aside {
  grid-row: 1 / span 2;
  grid-column: 2;
}
.pages tr {
  cursor: pointer;
}
.pages thead tr {
  cursor: default;
}
.letter {
  display: inline-grid;
  width: 22px;
  height: 22px;
  place-items: center;
  background: var(--tone);
  color: var(--paper-0);
  font-weight: 700;
}
.bar {
  width: 150px;
}
.bar svg {
  display: block;
  width: 100%;
  height: 8px;
  background: var(--paper-2);
}
.bar rect {
  fill: var(--ink-7);
}
aside ul,
.pair ul {
  margin: 6px 0;
  padding-left: 16px;
}
aside ul {
  padding: 0;
  list-style: none;
}
aside li {
  display: flex;
  gap: 8px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
.fine {
  display: flex;
  gap: 8px;
  align-items: center;
  padding-top: 6px;
}
.pair {
  display: flex;
  gap: 18px;
  align-items: flex-start;
}
.pair figure {
  flex: 0 1 290px;
  margin: 0;
}
.pair figure img {
  max-width: 100%;
  box-shadow: 0 0 0 1px var(--rule-2);
}
figcaption {
  font-size: 12px;
  color: var(--ink-5);
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
