<script setup lang="ts">
import { computed } from 'vue';
import type { Schemas } from '@/api/client';
import PartColumns from '@/profiles/PartColumns.vue';
import FormField from '@/shared/FormField.vue';
import OnThePanel from './OnThePanel.vue';
import type { JobDraft } from './useJob';
import type { Rehearsal } from './useRehearsal';
import ZonesOfPage from './ZonesOfPage.vue';

/** What the job and its files are called. */
const props = defineProps<{
  names: Schemas['NameView'][];
  example?: string;
  order?: Schemas['RehearsalOrder'];
  files: Rehearsal['files'];
}>();
const form = defineModel<JobDraft>({ required: true });
const chosen = computed(() => props.names.find((name) => name.id === form.value.templateId));
</script>

<template>
  <PartColumns>
    <section>
      <h3>File name</h3>
      <FormField v-slot="f" label="Template" name="templateId">
        <el-select
          :id="f.id"
          v-model="form.templateId"
          aria-label="File name"
          :aria-describedby="f.describedby"
        >
          <el-option v-for="n in names" :key="n.id" :value="n.id" :label="n.name" />
        </el-select>
      </FormField>
      <p class="mono template">{{ chosen?.template }}</p>
      <RouterLink v-if="chosen" class="link small edit" :to="`/names/${chosen.id}`"
        >Edit the template</RouterLink
      >
      <p class="mono first">{{ example ?? chosen?.example }}</p>
      <p class="caption">
        The first file of the rehearsal below. Counters show 1 there and go on from where they are.
      </p>
    </section>
    <section>
      <h3>Text from the page</h3>
      <ZonesOfPage
        v-model="form.zones"
        :order="order"
        :files="files"
        :texts="[chosen?.template ?? '', form.subject, form.body]"
      />
    </section>
    <OnThePanel v-model="form" />
  </PartColumns>
</template>

<style scoped>
.first {
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}
.edit {
  align-self: start;
}
.template {
  overflow-wrap: anywhere;
}
</style>
