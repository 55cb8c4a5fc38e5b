<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '@/api/client';
import { useSession } from '@/app/session';
import { useOfficeSettings } from '@/settings/office';
import ErrorNote from '@/shared/ErrorNote.vue';
import FormField from '@/shared/FormField.vue';
import SetUpForm from '@/shared/SetUpForm.vue';
import TextField from '@/shared/TextField.vue';
import TitleBar from '@/shared/TitleBar.vue';
import RuleFields from './RuleFields.vue';
import TestAlerts from './TestAlerts.vue';
import { placesOf, settingOf, withoutRule, withRule, type RuleView } from './rules';

/** What is watched, how it is told, and to whom. */
const { may } = useSession();
const { query, ready, form, save, general, busy, dirty } = useOfficeSettings();
const rules = useQuery({ queryKey: ['alerts', 'rules'], queryFn: () => ask(api.GET('/api/alerts/rules')) });
const places = useQuery({
  queryKey: ['devices', 'places'],
  queryFn: () => ask(api.GET('/api/devices/places')),
});
const alerts = computed(() => form.value.alerts);
const emails = computed({
  get: () => alerts.value.emails.join('\n'),
  set: (typed) => (alerts.value.emails = typed ? typed.split(/[\n,;]/).map((one) => one.trimStart()) : []),
});
const keepsSecret = computed(() => query.data.value?.kept.includes('WEBHOOK_SECRET'));
const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

const left = (rule: RuleView) =>
  (places.data.value ?? []).filter((place) => !placesOf(alerts.value.rules, rule).includes(place.name));
function addPlace(rule: RuleView, select: HTMLSelectElement) {
  const place = select.value;
  select.value = '';
  if (place) {
    const usual = settingOf(alerts.value.rules, rule, '');
    alerts.value.rules = withRule(alerts.value.rules, { ...usual, place });
  }
}

const reached = computed(() => !!(alerts.value.emails.some((one) => one.trim()) || alerts.value.webhook));
</script>

<template>
  <ErrorNote :error="query.error.value ?? rules.error.value" />
  <SetUpForm v-if="ready" @save="save()">
    <TitleBar title="Alert rules" hint="What is watched, and who is told">
      <RouterLink class="button" to="/alerts">Alerts</RouterLink>
      <button v-if="may('CHANGE_SETUP')" type="submit" class="button ink" :disabled="busy || !dirty">
        Save
      </button>
    </TitleBar>
    <ErrorNote :error="general" />
    <section class="told" aria-labelledby="told">
      <div>
        <h2 id="told">Who is told</h2>
        <p class="quiet small">
          What is urgent is mailed within two minutes, several things together, at most every ten minutes. The
          daily mail lists what is open; on a day without anything there is none.
        </p>
        <TextField
          v-model="emails"
          type="textarea"
          label="Mail addresses, one a line; empty for no mail"
          name="alerts.emails"
        />
        <FormField v-slot="f" label="Daily mail at" name="alerts.digestHour">
          <el-select :id="f.id" v-model="alerts.digestHour" class="hour" :aria-describedby="f.describedby">
            <el-option v-for="hour in HOURS" :key="hour" :value="hour" :label="`${hour}:00`" />
          </el-select>
        </FormField>
      </div>
      <div>
        <h2>Another program</h2>
        <p class="quiet small">
          Each alert is posted as JSON when it begins and when it ends, signed as Standard Webhooks has it,
          and tried again for a day.
        </p>
        <TextField
          v-model="alerts.webhook"
          mono
          label="Address; empty for none"
          name="alerts.webhook"
          :maxlength="500"
        />
        <TextField
          v-if="alerts.webhook"
          v-model="form.secrets.WEBHOOK_SECRET"
          type="password"
          label="Signing secret"
          name="secrets.WEBHOOK_SECRET"
          :placeholder="keepsSecret ? 'kept' : ''"
          :maxlength="200"
          hint="The receiving program checks signatures with the same secret. Base64 after whsec_, or any text of 16 characters or more."
        />
      </div>
      <TestAlerts
        class="trial"
        :saved="!dirty"
        :reached="reached"
        :untold="rules.data.value?.untold ?? []"
        @told="rules.refetch()"
      />
    </section>
    <section v-for="rule in rules.data.value?.rules ?? []" :key="rule.rule" :aria-labelledby="rule.rule">
      <h2 :id="rule.rule">{{ rule.title }}</h2>
      <p class="quiet small">{{ rule.explained }} {{ rule.example }}</p>
      <RuleFields
        :rule="rule"
        :words="rule.ofPlaces ? 'Whole office' : 'Watched'"
        :model-value="settingOf(alerts.rules, rule, '')"
        @update:model-value="alerts.rules = withRule(alerts.rules, $event)"
      />
      <div v-for="place in placesOf(alerts.rules, rule)" :key="place" class="place">
        <RuleFields
          :rule="rule"
          :words="place"
          :model-value="settingOf(alerts.rules, rule, place)"
          @update:model-value="alerts.rules = withRule(alerts.rules, $event)"
        />
        <button
          type="button"
          class="link small"
          @click="alerts.rules = withoutRule(alerts.rules, settingOf(alerts.rules, rule, place))"
        >
          Remove
        </button>
      </div>
      <select
        v-if="rule.ofPlaces && left(rule).length"
        class="link small add"
        :aria-label="`${rule.title}: different at a place`"
        @change="addPlace(rule, $event.target as HTMLSelectElement)"
      >
        <option value="">Different at a place</option>
        <option v-for="place in left(rule)" :key="place.name" :value="place.name">{{ place.name }}</option>
      </select>
    </section>
  </SetUpForm>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
section > p {
  max-width: 860px;
}
.told {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 28px;
}
.told > div {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.trial {
  grid-column: 1 / -1;
}
.hour {
  width: 110px;
}
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding-left: 18px;
}
.add {
  align-self: flex-start;
  max-width: 240px;
}
@media (max-width: 800px) {
  .told {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
