<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query';
import { computed, ref } from 'vue';
import { api, ask } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import { ICON_NAMES, ICONS } from '@/shared/icons';
import JobStamp from '@/shared/JobStamp.vue';
import { OTHERS } from '@/shared/words';
import { LONGEST, type JobDraft } from './useJob';

/** How people see the job on a panel: its stamp, and what it is called in each language. */
const form = defineModel<JobDraft>({ required: true });
const found = ref('');
/** Stamps are found by what they show. */
const icons = computed(() => {
  const words = found.value.trim().toLowerCase();
  return ICON_NAMES.filter((icon) => ICONS[icon].words.includes(words));
});

const chooser = ref<HTMLInputElement>();
const bring = useMutation({
  mutationFn: (file: File) =>
    ask(
      api.POST('/api/jobs/picture', {
        body: {} as never,
        bodySerializer: () => {
          const body = new FormData();
          body.append('file', file);
          return body;
        },
      }),
    ),
  onSuccess: (made) => (form.value.picture = made.png),
});
function chosen(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) bring.mutate(file);
  input.value = '';
}
function choose(icon: string) {
  form.value.icon = icon;
  form.value.picture = '';
}
</script>

<template>
  <section>
    <h3>Stamp on the panel</h3>
    <FormField label="Stamp" name="icon">
      <el-input v-model="found" type="search" placeholder="Find a stamp" aria-label="Find a stamp" />
      <div class="stamps" role="radiogroup" aria-label="Stamp">
        <label v-if="form.picture" title="Own picture">
          <input type="radio" name="icon" checked aria-label="Own picture" />
          <JobStamp :icon="form.icon" :picture="form.picture" :size="34" />
        </label>
        <label v-for="icon in icons" :key="icon" :title="ICONS[icon].words">
          <input
            type="radio"
            name="icon"
            :checked="!form.picture && form.icon === icon"
            :aria-label="ICONS[icon].words"
            @change="choose(icon)"
          />
          <JobStamp :icon="icon" :size="34" :chosen="!form.picture && form.icon === icon" />
        </label>
        <p v-if="!icons.length" class="caption">None shows that.</p>
      </div>
      <button
        type="button"
        class="link small own"
        :disabled="bring.isPending.value"
        @click="chooser?.click()"
      >
        {{ form.picture ? 'Choose another picture' : 'Use your own picture' }}
      </button>
      <input
        ref="chooser"
        type="file"
        accept="image/png,image/jpeg"
        hidden
        aria-label="Own picture"
        @change="chosen"
      />
    </FormField>
    <ErrorNote :error="bring.error.value" />
  </section>
  <section>
    <h3>What it is for</h3>
    <FormField v-slot="f" label="Description" name="description">
      <el-input
        :id="f.id"
        v-model="form.description"
        maxlength="120"
        placeholder="How it scans, in a few words"
        :aria-describedby="f.describedby"
      />
    </FormField>
    <h3>Name in other languages</h3>
    <FormField label="Names on the button" name="labels">
      <div class="labels">
        <label v-for="[code, name] in OTHERS" :key="code">
          <span class="small">{{ name }}</span>
          <el-input
            v-model="form.labels[code]"
            :maxlength="LONGEST"
            :placeholder="form.name"
            :aria-label="`Label in ${name}`"
          />
        </label>
      </div>
    </FormField>
  </section>
</template>

<style scoped>
.stamps {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  max-height: 118px;
  padding: 6px 2px;
  overflow-y: auto;
}
.stamps label {
  position: relative;
  height: 34px;
  cursor: pointer;
}
.stamps input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.stamps label:focus-within {
  outline: 2px solid var(--stamp);
  outline-offset: 2px;
}
.own {
  align-self: flex-start;
}
.labels {
  display: grid;
  gap: 6px;
  width: 100%;
}
.labels label {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 8px;
  align-items: center;
}
</style>
