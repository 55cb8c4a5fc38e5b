<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { useQueryClient } from '@tanstack/vue-query';
import { api, ask, type Schemas } from '@/api/client';
import { useCrop } from '@/shared/crop';
import CropFrame from '@/shared/CropFrame.vue';
import ErrorNote from '@/shared/ErrorNote.vue';
import { bytes } from '@/shared/format';
import { useForm } from '@/shared/problems';
import { useToast } from '@/shared/toast';

const props = withDefaults(
  defineProps<{ delivery: Schemas['DeliveryPage']; most?: number; sizes?: boolean; changeable?: boolean }>(),
  {
    most: 100,
    sizes: false,
    changeable: false,
  },
);
const all = ref(false);
const shown = computed(() => props.delivery.pages.slice(0, all.value ? undefined : props.most));
const base = computed(() => `/api/deliveries/${props.delivery.row.id}/pages/`);
const queries = useQueryClient();
const { busy, general, attempt } = useForm();
const { say } = useToast();
const large = ref<string>();
const seen = computed(() => props.delivery.pages.find((one) => one.id === large.value));
const largeShown = computed({ get: () => !!seen.value, set: (open) => open || (large.value = undefined) });
const at = computed(() => props.delivery.pages.findIndex((one) => one.id === large.value));
const picture = computed(() =>
  seen.value ? `${base.value}${seen.value.id}/image?look=${seen.value.look}` : '',
);
const { part, ready, loaded, begin, end } = useCrop(() => picture.value);
const cropKey = ref<HTMLElement>();
watch(part, (now, before) => before && !now && void nextTick(() => cropKey.value?.focus()));
/** Leaving while a part is chosen leaves only that. */
function close(leave: () => void) {
  if (part.value) end();
  else leave();
}

/** Whatever is done to a page, the files are created again. */
async function change(doing: () => Promise<Schemas['DeliveryPage']>) {
  if (busy.value) return;
  const changed = await attempt(doing);
  if (!changed) return;
  queries.setQueryData(['delivery', props.delivery.row.id], changed);
  say('The files are created again.');
}
const path = computed(() => ({ path: { id: props.delivery.row.id } }));
const edit = (
  page: string,
  action: Schemas['PageEditForm']['action'],
  more: Partial<Schemas['PageEditForm']> = {},
) =>
  change(() =>
    ask(api.POST('/api/deliveries/{id}/edits', { params: path.value, body: { action, page, ...more } })),
  );
const undo = () => change(() => ask(api.DELETE('/api/deliveries/{id}/edits/last', { params: path.value })));
</script>

<template>
  <div v-if="shown.length" class="strip" :class="{ sizes }">
    <figure v-for="(page, i) in shown" :key="page.id" :class="{ out: page.leftOut }">
      <button type="button" :aria-label="`Page ${i + 1}, look at it larger`" @click="large = page.id">
        <img :src="`${base}${page.id}/thumbnail?look=${page.look}`" :alt="`Page ${i + 1}`" loading="lazy" />
      </button>
      <figcaption v-if="sizes">
        <strong>{{ i + 1 }}</strong> <span class="quiet">{{ page.leftOut || bytes(page.bytes) }}</span>
        <template v-if="changeable">
          <button
            v-if="page.returnable"
            type="button"
            class="link small"
            :disabled="busy"
            @click="edit(page.id, 'BRING_BACK')"
          >
            Bring it back
          </button>
          <button
            v-else-if="i > 0 && !page.leftOut"
            type="button"
            class="link small"
            :disabled="busy"
            @click="edit(page.id, page.splitBefore ? 'JOIN' : 'SPLIT')"
          >
            {{ page.splitBefore ? 'Join to the page before' : 'New file from here' }}
          </button>
        </template>
      </figcaption>
    </figure>
  </div>
  <p v-else class="small quiet">
    {{
      delivery.row.contentsRemovedAt
        ? 'Pages and file were removed when their time was over; Settings say when.'
        : 'No pages.'
    }}
  </p>
  <p v-if="sizes && shown.length < delivery.pages.length" class="undo">
    <button type="button" class="link small" @click="all = true">
      Show all {{ delivery.pages.length }} pages
    </button>
  </p>
  <p v-if="changeable && delivery.edited" class="undo">
    <button type="button" class="link small" :disabled="busy" @click="undo">
      Undo the last change of a page
    </button>
  </p>
  <ErrorNote :error="general" />
  <el-dialog
    v-model="largeShown"
    :title="`Page ${at + 1}`"
    width="min(720px, 94vw)"
    top="4vh"
    :before-close="close"
  >
    <template v-if="seen">
      <div v-if="changeable" class="edits">
        <template v-if="part">
          <button type="button" class="button ink" :disabled="busy" @click="edit(seen.id, 'CROP', { part })">
            Crop to this
          </button>
          <button type="button" class="button" @click="end">Do not crop</button>
        </template>
        <template v-else>
          <button type="button" class="button" @click="edit(seen.id, 'TURN', { quarters: 3 })">
            Turn left
          </button>
          <button type="button" class="button" @click="edit(seen.id, 'TURN', { quarters: 1 })">
            Turn right
          </button>
          <button ref="cropKey" type="button" class="button" :disabled="!ready" @click="begin">Crop</button>
          <button
            type="button"
            class="button"
            @click="edit(seen.id, seen.returnable ? 'BRING_BACK' : 'LEAVE_OUT')"
          >
            {{ seen.returnable ? 'Bring back' : 'Leave out' }}
          </button>
          <button
            type="button"
            class="button"
            :disabled="at === 0"
            @click="edit(seen.id, 'MOVE', { before: delivery.pages[at - 1]?.id })"
          >
            Move earlier
          </button>
          <button
            type="button"
            class="button"
            :disabled="at + 1 >= delivery.pages.length"
            @click="edit(seen.id, 'MOVE', { before: delivery.pages[at + 2]?.id })"
          >
            Move later
          </button>
        </template>
      </div>
      <ErrorNote :error="general" />
      <ul v-if="seen.done.length" class="done">
        <li v-for="step in seen.done" :key="step">{{ step }}</li>
      </ul>
      <div class="large">
        <img :key="picture" :src="picture" :alt="`Page ${at + 1}`" @load="loaded" />
        <CropFrame v-if="part" v-model="part" :label="(corner) => `Corner at the ${corner}`" />
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
}
.strip.sizes {
  grid-template-columns: repeat(3, minmax(0, 1fr));
}
figure {
  margin: 0;
}
.out img {
  opacity: 0.45;
}
.done {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 24px;
  margin: 0 0 10px;
  padding-left: 16px;
}
figure > button {
  display: block;
  width: 100%;
  padding: 0;
  border: 1px solid var(--rule-2);
  background: none;
  cursor: zoom-in;
}
img {
  display: block;
  width: 100%;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  justify-content: space-between;
  padding-top: 2px;
  font-size: 12px;
}
figcaption .link {
  flex-basis: 100%;
  text-align: left;
}
.large {
  position: relative;
  border: 1px solid var(--rule-2);
}
.edits {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 12px;
}
.edits .button {
  width: auto;
  cursor: pointer;
}
.undo {
  margin-top: 6px;
}
</style>
