<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query';
import { ref, useTemplateRef } from 'vue';
import { useSession } from '@/app/session';
import { api, ask, type Schemas } from '@/api/client';
import ErrorNote from '@/shared/ErrorNote.vue';
import { figure } from '@/shared/format';
import { ifMatch } from '@/shared/one';
import { useForm } from '@/shared/problems';
import TextField from '@/shared/TextField.vue';
import { useUndo } from '@/shared/undo';
import ImportFirmware from './ImportFirmware.vue';

/** Which firmware the office wants and allows, model by model, beside what is there. */
type Model = Schemas['ModelFirmware'];
const { may } = useSession();
const queries = useQueryClient();
const { sayWithUndo } = useUndo();
const { general, busy, attempt, clear } = useForm();
const models = useQuery({
  queryKey: ['firmware', 'models'],
  queryFn: () => ask(api.GET('/api/firmware/models')),
});
const open = ref<Model>();
const wanted = ref('');
const fields = useTemplateRef('fields');
const toFirst = () => fields.value?.querySelector('input')?.focus();
const also = ref('');

function edit(model: Model) {
  clear();
  open.value = model;
  wanted.value = model.wanted;
  also.value = model.also.join('; ');
}
async function save() {
  const model = open.value;
  if (!model) return;
  const body = { name: model.model, wanted: wanted.value, also: also.value.split(/[;,]/) };
  const saved = await attempt(() =>
    model.id
      ? ask(
          api.PUT('/api/firmware/models/{id}', {
            params: { path: { id: model.id }, header: ifMatch(model.change) },
            body,
          }),
        )
      : ask(api.POST('/api/firmware/models', { body })),
  );
  if (!saved?.id) return;
  open.value = undefined;
  await queries.invalidateQueries({ queryKey: ['firmware'] });
  void sayWithUndo(`${saved.model}: ${saved.wanted} wanted.`, saved.id);
}
async function remove() {
  const id = open.value?.id;
  if (!id) return;
  const model = open.value!.model;
  const gone = await attempt(async () => {
    await ask(api.DELETE('/api/firmware/models/{id}', { params: { path: { id } } }));
    return true;
  });
  if (!gone) return;
  open.value = undefined;
  await queries.invalidateQueries({ queryKey: ['firmware'] });
  void sayWithUndo(`${model}: no version wanted.`, id);
}
</script>

<template>
  <section aria-labelledby="wanted">
    <div class="head">
      <h2 id="wanted">Wanted and allowed</h2>
      <div v-if="may('CHANGE_SETUP')" class="actions">
        <ImportFirmware />
        <a class="button" href="/api/firmware/models.csv" download>Export</a>
      </div>
    </div>
    <ErrorNote :error="models.error.value" />
    <div v-if="models.data.value?.length" class="wide">
      <table class="table" aria-labelledby="wanted">
        <thead>
          <tr>
            <th scope="col">Model</th>
            <th scope="col">Wanted</th>
            <th scope="col">Also allowed</th>
            <th scope="col">Devices run</th>
            <th v-if="may('CHANGE_SETUP')" scope="col" aria-label="Change"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="model in models.data.value" :key="model.model">
            <th scope="row">{{ model.model }}</th>
            <td class="mono">
              {{ model.wanted }}<span v-if="!model.wanted" class="quiet plain">as the devices have it</span>
            </td>
            <td class="mono">{{ model.also.join(', ') }}</td>
            <td>
              <span v-if="!model.devices" class="quiet">no device</span>
              <span v-for="one in model.running" :key="one.version" class="running">
                <span class="mono">{{ one.version || 'not told' }}</span> × {{ figure(one.devices)
                }}<span v-if="model.wanted && one.version && !one.allowed" class="not"> not allowed</span>
              </span>
              <p v-if="model.offered.length" class="caption">devices offer {{ model.offered.join(', ') }}</p>
            </td>
            <td v-if="may('CHANGE_SETUP')" class="end">
              <button type="button" class="link" :aria-label="`Change ${model.model}`" @click="edit(model)">
                Change
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="models.data.value" class="quiet">There are no devices that tell their model yet.</p>
    <el-dialog
      :model-value="!!open"
      :title="open?.model ?? ''"
      width="460"
      append-to-body
      @opened="toFirst"
      @update:model-value="open = undefined"
    >
      <form id="firmware-form" ref="fields" @submit.prevent="save">
        <ErrorNote :error="general" />
        <TextField v-model="wanted" label="Wanted version" name="wanted" mono :maxlength="40" />
        <TextField
          v-model="also"
          label="Also allowed"
          name="also"
          mono
          hint="Versions separated by semicolons; devices that run them are not shown as wrong"
        />
        <p v-if="open?.offered.length" class="small">
          Its devices offer
          <button
            v-for="version in open.offered"
            :key="version"
            type="button"
            class="link mono offered"
            @click="wanted = version"
          >
            {{ version }}
          </button>
        </p>
      </form>
      <template #footer>
        <div class="actions end">
          <button v-if="open?.id" type="button" class="button first" :disabled="busy" @click="remove">
            Want no version
          </button>
          <button type="button" class="button" @click="open = undefined">Cancel</button>
          <button type="submit" form="firmware-form" class="button ink" :disabled="busy">Save</button>
        </div>
      </template>
    </el-dialog>
  </section>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
section {
  margin-top: 16px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  justify-content: space-between;
}
th[scope='row'] {
  font-weight: 400;
  text-align: left;
}
.running {
  margin-right: 14px;
  white-space: nowrap;
}
.not {
  color: var(--care);
}
.plain {
  font-family: var(--font-text, inherit);
}
.end {
  justify-content: flex-end;
  text-align: right;
}
.first {
  margin-right: auto;
}
.offered {
  margin-right: 8px;
}
</style>
