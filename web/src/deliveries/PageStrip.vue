<script setup lang="ts">
import { computed, ref } from 'vue';
import { useQueryClient } from '@tanstack/vue-query';
import { api, ask, type Schemas } from '@/api/client';
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
const shown = computed(() => props.delivery.pages.slice(0, props.most));
const queries = useQueryClient();
const { busy, attempt } = useForm();
const { say } = useToast();
const large = ref(1);
const largeShown = ref(false);
const done = computed(() => props.delivery.pages.find((page) => page.number === large.value)?.done ?? []);
/** Brings a blank side back, or begins a new file at a page; the files are made again. */
async function change(number: number, keep: boolean, splitBefore: boolean) {
  const id = props.delivery.row.id;
  const page = await attempt(() =>
    ask(
      api.PUT('/api/deliveries/{id}/pages/{number}', {
        params: { path: { id, number } },
        body: { keep, splitBefore },
      }),
    ),
  );
  if (!page) return;
  queries.setQueryData(['delivery', id], page);
  say('The files are created again.');
}
const base = computed(() => `/api/deliveries/${props.delivery.row.id}/pages/`);
</script>

<template>
  <div v-if="shown.length" class="strip" :class="{ sizes }">
    <figure v-for="page in shown" :key="page.number" :class="{ out: page.leftOut }">
      <button
        type="button"
        :aria-label="`Page ${page.number}, look at it larger`"
        @click="((large = page.number), (largeShown = true))"
      >
        <img :src="base + page.number + '/thumbnail'" :alt="`Page ${page.number}`" loading="lazy" />
      </button>
      <figcaption v-if="sizes">
        <strong>{{ page.number }}</strong> <span class="quiet">{{ page.leftOut || bytes(page.bytes) }}</span>
        <template v-if="changeable">
          <button
            v-if="page.leftOut.startsWith('blank')"
            type="button"
            class="link small"
            :disabled="busy"
            @click="change(page.number, true, page.splitBefore)"
          >
            Bring it back
          </button>
          <button
            v-else-if="page.number > 1"
            type="button"
            class="link small"
            :disabled="busy"
            @click="change(page.number, page.keep, !page.splitBefore)"
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
  <el-dialog v-model="largeShown" :title="`Page ${large}`" width="min(720px, 94vw)" top="4vh">
    <ul v-if="done.length" class="done">
      <li v-for="step in done" :key="step">{{ step }}</li>
    </ul>
    <img v-if="largeShown" class="large" :src="base + large + '/image'" :alt="`Page ${large}`" />
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
.out button {
  opacity: 0.45;
}
.done {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 24px;
  margin: 0 0 10px;
  padding-left: 16px;
}
button {
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
  justify-content: space-between;
  padding-top: 2px;
  font-size: 12px;
}
.large {
  border: 1px solid var(--rule-2);
}
</style>
