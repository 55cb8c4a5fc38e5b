<script setup lang="ts">
import { computed, ref } from 'vue';
import { when } from '@/shared/format';
import JobStamp from '@/shared/JobStamp.vue';
import StateMark from '@/shared/StateMark.vue';
import { deliveryMark } from '@/shared/states';
import { useWords } from '@/shared/words';
import JobNameDrawer from './JobNameDrawer.vue';
import OwnFolderDrawer from './OwnFolderDrawer.vue';
import OwnRow from './OwnRow.vue';
import type { PanelState } from './usePanel';

/** A person's latest scans, and what they have allowed. */
const props = defineProps<{ panel: PanelState }>();
const { t } = useWords();
const { mine, busy } = props.panel;
const scans = computed(() => mine.value?.scans ?? []);
const adding = ref(false);
const withdrawn = ref('');
async function withdraw(id: string) {
  withdrawn.value = (await props.panel.withdraw(id)) ?? '';
}

async function claim(id: string) {
  const name = mine.value?.unclaimed.find((scan) => scan.id === id)?.name ?? '';
  withdrawn.value = (await props.panel.claim(id)) ? t('mine.claimed', { name }) : '';
}

/** What somebody may give up or take: each list with its rows, and what giving one up does. */
interface OwnList {
  title: string;
  rows: { id: string; name: string; note: string; kept?: boolean }[];
  words: readonly [string, string];
  give: (id: string) => unknown;
  renames?: boolean;
}
const renaming = ref<{ id: string; name: string }>();
const lists = computed(() =>
  (<OwnList[]>[
    {
      title: t('mine.unclaimed'),
      rows: (mine.value?.unclaimed ?? []).map((scan) => ({
        id: scan.id,
        name: scan.name || scan.job,
        note: t('mine.unclaimed-note', { when: when(scan.at), n: scan.pages, job: scan.job }),
      })),
      words: [t('mine.claim'), t('mine.claim-sure')],
      give: claim,
    },
    {
      title: t('mine.links'),
      rows: (mine.value?.links ?? []).map((link) => ({
        id: link.id,
        name: link.name,
        note: t('mine.link-until', { when: when(link.expiresAt), n: link.fetched }),
      })),
      words: [t('mine.withdraw'), t('mine.sure')],
      give: (id: string) => props.panel.withdrawLink(id),
    },
    {
      title: t('own.title'),
      rows: (mine.value?.ownJobs ?? []).map((one) => ({
        id: one.id,
        name: one.name,
        note: one.of ? t('own.of', { job: one.of }) : t('own.elsewhere'),
      })),
      words: [t('own.remove'), t('own.sure')],
      give: (id: string) => props.panel.removeOwnJob(id),
      renames: true,
    },
    {
      title: t('own-folder.title'),
      rows: (mine.value?.folders ?? []).map((folder) => ({
        id: folder.id,
        name: folder.name,
        note: folder.removable ? folder.where : `${folder.where}, ${t('own-folder.office')}`,
        kept: !folder.removable,
      })),
      words: [t('own-folder.remove'), t('own-folder.sure')],
      give: (id: string) => props.panel.removeFolder(id),
    },
    {
      title: t('mine.permissions'),
      rows: (mine.value?.consents ?? []).map((consent) => ({
        id: consent.destinationId,
        name: consent.destination,
        note: consent.endedAt ? t('mine.ended') : t('mine.since', { when: when(consent.givenAt) }),
      })),
      words: [t('mine.withdraw'), t('mine.sure')],
      give: withdraw,
    },
  ]).filter(({ rows }) => rows.length > 0),
);
</script>

<template>
  <div class="mine">
    <div :class="['all', { beside: lists.length }]" tabindex="0" role="group" :aria-label="t('mine.title')">
      <section class="scans" :aria-label="t('mine.title')">
        <h1>{{ t('mine.title') }}</h1>
        <ul :aria-label="t('mine.list')">
          <li v-for="scan in scans" :key="scan.id" class="opens">
            <button type="button" :disabled="busy" @click="panel.openOwnScan(scan.id)">
              <JobStamp :icon="scan.jobIcon" :size="40" />
              <span class="what">
                <span class="name">{{ scan.fileName || scan.jobName }}</span>
                <span class="quiet">
                  {{ when(scan.at) }}, {{ t('mine.pages', { n: scan.pages })
                  }}<template v-if="scan.sentence">. {{ scan.sentence }}</template>
                </span>
              </span>
              <StateMark :mark="deliveryMark(scan.state)" :size="26" silent />
              <span class="word">{{ t(`state.${scan.state}`) }}</span>
              <span class="opens-mark" aria-hidden="true">›</span>
            </button>
          </li>
        </ul>
        <p v-if="!scans.length" class="quiet">{{ t('mine.none') }}</p>
      </section>
      <div class="side">
        <p v-if="withdrawn" class="told" role="status">{{ withdrawn }}</p>
        <section v-for="list in lists" :key="list.title" :aria-label="list.title">
          <h2>{{ list.title }}</h2>
          <ul>
            <OwnRow
              v-for="row in list.rows"
              :key="row.id"
              :name="row.name"
              :note="row.note"
              :words="list.words[0]"
              :sure-words="list.words[1]"
              :busy="busy"
              :kept="row.kept"
              :renames="list.renames"
              @given="list.give(row.id)"
              @rename="renaming = row"
            />
          </ul>
        </section>
      </div>
    </div>
    <div class="foot">
      <button type="button" class="key" @click="panel.leaveMine()">{{ t('panel.back') }}</button>
      <button type="button" class="key" @click="panel.changePin()">{{ t('pin.change') }}</button>
      <button v-if="mine?.servers.length" type="button" class="key" @click="adding = true">
        {{ t('own-folder.add') }}
      </button>
    </div>
    <JobNameDrawer
      v-if="renaming"
      :panel="panel"
      :title="t('mine.rename-job', { name: renaming.name })"
      :now="renaming.name"
      :save="(name) => panel.renameOwnJob(renaming!.id, name)"
      @done="renaming = undefined"
      @kept="renaming = undefined"
    />
    <OwnFolderDrawer v-if="adding && mine" :panel="panel" :servers="mine.servers" @done="adding = false" />
  </div>
</template>

<style scoped>
.opens-mark {
  font-size: 26px;
  color: var(--ink-5);
}
.foot {
  display: flex;
  gap: 14px;
}
.mine {
  position: relative;
  display: flex;
  flex: none;
  flex-direction: column;
  gap: 14px;
  height: calc(100cqh - 74px);
  min-height: 0;
  padding: 18px 20px 16px;
}
.all {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.all.beside {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 24px;
  align-content: start;
  align-items: start;
}
@container panel (max-width: 900px) {
  .all.beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
.told {
  font-size: 18px;
}
h2 {
  font-size: 24px;
  line-height: 30px;
}
ul {
  margin: 10px 0 0;
  padding: 0;
  border-top: 2px solid var(--ink-9);
  list-style: none;
}
:deep(li) {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 60px;
  padding: 6px 10px;
  border-bottom: 1px solid var(--rule-2);
  background: var(--paper-0);
}
:deep(li > div),
.what {
  flex: 1;
  min-width: 0;
}
.what > span {
  display: block;
}
:deep(li.opens) {
  padding: 0;
}
.opens button {
  all: unset;
  display: flex;
  flex: 1;
  gap: 14px;
  align-items: center;
  min-width: 0;
  min-height: 60px;
  padding: 6px 10px;
  box-sizing: border-box;
  cursor: pointer;
}
.opens button:focus-visible {
  outline: 3px solid var(--stamp);
  outline-offset: -3px;
}
:deep(.name) {
  overflow: hidden;
  font: 640 20px/25px var(--heading);
  font-stretch: 84%;
  text-overflow: ellipsis;
  white-space: nowrap;
}
:deep(.quiet) {
  overflow: hidden;
  font-size: 16px;
  line-height: 21px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.word {
  width: 110px;
  font-size: 17px;
}
</style>
