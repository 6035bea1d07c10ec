<script setup lang="ts">
import { useLocalStorage, useSessionStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import RackCard from './RackCard.vue'
import UnitTable from './UnitTable.vue'
import { useAnswer } from '../app/useAnswer'

const AddPhoneDialog = defineAsyncComponent(() => import('./AddPhoneDialog.vue'))
const TakeInDialog = defineAsyncComponent(() => import('../app/TakeInDialog.vue'))
const FitMatrix = defineAsyncComponent(() => import('./FitMatrix.vue'))
const NewJobDialog = defineAsyncComponent(() => import('./NewJobDialog.vue'))
const SheetList = defineAsyncComponent(() => import('../sheet/SheetList.vue'))

const views = {
  rack: t('bench.benchPage.rack'),
  table: t('bench.benchPage.table'),
  matrix: t('bench.benchPage.whichBuildFitsWhich'),
  sheets: t('bench.benchPage.modelSheets'),
} as const

const router = useRouter()
const { data, error } = useAnswer('/bench', undefined, 5000)
/** What the shelf holds that is newer; it comes after the rack, which does not wait for it. */
const { data: updates } = useAnswer('/updates', undefined, 60_000)
const newer = computed(() => new Map((updates.value?.updates ?? []).map((update) => [update.unit, update])))
const view = useLocalStorage<keyof typeof views>('tornavis-bench-view', 'rack')
const filter = ref('')
const filterField = ref<HTMLInputElement>()
const jobFor = ref<string | null>(null)
const jobOpen = ref(false)
const addOpen = ref(false)
const fileOpen = ref(false)

const units = computed(() =>
  (data.value?.units ?? []).filter((unit) =>
    [unit.label, unit.codename, unit.name, unit.model, unit.second, ...unit.slots.map((slot) => slot.os)]
      .join(' ')
      .toLowerCase()
      .includes(filter.value.toLowerCase()),
  ),
)
const ready = computed(
  () => (data.value?.units ?? []).filter((unit) => unit.job?.verdict.level === 'clear' && !unit.job.run).length,
)
const waiting = computed(
  () => (data.value?.units ?? []).filter((unit) => unit.wait && unit.wait.leftSeconds > 0).length,
)

/** Who comes to an empty bench for the first time begins with what they have; after that the bench is a place. */
const sawStart = useSessionStorage('tornavis-saw-start', false)
watch(
  () => data.value?.units.length,
  (count) => {
    if (count !== 0 || sawStart.value) return
    sawStart.value = true
    void router.replace('/start')
  },
  { immediate: true },
)

function newJob(label: string | null): void {
  jobFor.value = label
  jobOpen.value = true
}

useKeys({ n: () => newJob(null), '/': () => filterField.value?.focus() })
</script>

<template>
  <TopBar>
    <h1>{{ t('bench.benchPage.bench') }}</h1>
    <div v-if="data" class="mute small">
      {{
        t('bench.benchPage.canBeRunNow', {
          count: data.units.length,
          ready,
        })
      }}<template v-if="waiting">{{ ' ' }}{{ t('bench.benchPage.waitingUnlock', { waiting }) }}</template>
      ·
      {{ t('bench.benchPage.standPhones', { count: data.standIns }) }}
    </div>
    <template #acts>
      <span class="mute small">{{ t('bench.benchPage.findAnything') }} <kbd>Ctrl K</kbd></span>
      <RouterLink class="btn" to="/start">{{ t('bench.benchPage.whatHaveYouGot') }} <kbd>w</kbd></RouterLink>
      <button type="button" class="btn" @click="fileOpen = true">{{ t('bench.benchPage.benchFile') }}</button>
      <button type="button" class="btn" @click="addOpen = true">{{ t('bench.benchPage.addPhone') }}</button>
      <button type="button" class="btn act" @click="newJob(null)">{{ t('common.newJob') }} <kbd>n</kbd></button>
    </template>
  </TopBar>
  <div class="tabs no-print">
    <button
      v-for="(name, key) in views"
      :key="key"
      type="button"
      :aria-pressed="view === key"
      :class="{ on: view === key }"
      @click="view = key"
    >
      {{ name }}
    </button>
    <label v-if="view !== 'sheets'" class="filter"
      >{{ t('common.filter') }} <kbd>/</kbd>
      <input ref="filterField" v-model="filter" type="search" :aria-label="t('bench.benchPage.filterPhones')"
    /></label>
  </div>
  <div class="page">
    <ErrorNote :error="error" />
    <SkeletonRows v-if="!data && !error" />
    <SheetList v-if="view === 'sheets'" />
    <div v-else-if="data && data.units.length === 0" class="empty">
      <p>{{ t('bench.benchPage.noPhoneBenchYet') }}</p>
      <RouterLink class="btn act" to="/start">{{ t('bench.benchPage.whatHaveYouGot') }}</RouterLink>
      <button type="button" class="btn" @click="addOpen = true">{{ t('bench.benchPage.addPhoneByHand') }}</button>
    </div>
    <div v-else-if="data && units.length === 0" class="empty">
      {{ t('bench.benchPage.noPhoneMatches', { filter }) }}
    </div>
    <FitMatrix v-else-if="view === 'matrix'" :labels="units.map((unit) => unit.label)" />
    <div v-else-if="view === 'rack'" class="rack">
      <RackCard
        v-for="unit in units"
        :key="unit.label"
        :unit="unit"
        :update="newer.get(unit.label)"
        @new-job="newJob(unit.label)"
      />
    </div>
    <UnitTable v-else :units="units" />
  </div>
  <NewJobDialog v-if="data && jobOpen" v-model="jobOpen" :phone="jobFor" @opened="(id) => router.push(`/jobs/${id}`)" />
  <AddPhoneDialog v-if="addOpen" v-model="addOpen" />
  <TakeInDialog
    v-if="fileOpen"
    v-model="fileOpen"
    :title="t('bench.benchPage.benchFile')"
    path="/bench/archive"
    large
    :label="t('bench.benchPage.takeBenchFile')"
    name="archive"
  >
    {{ t('bench.benchPage.phonesModelSheetsWhat') }}
    <a href="/api/bench/archive" download="tornavis-bench.json">{{ t('bench.benchPage.saveBenchAsFile') }}</a>.
  </TakeInDialog>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 18px;
  padding: 0 24px;
  border-bottom: 1px solid var(--line);
  min-height: 40px;
  align-items: stretch;
  flex-wrap: wrap;
}
.tabs button {
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  color: var(--mute);
  font: inherit;
  padding: 8px 2px;
  cursor: pointer;
}
.tabs button.on {
  color: var(--ink);
  font-weight: 700;
  border-color: var(--brass);
}
.filter {
  margin-left: auto;
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--mute);
}
.filter input {
  width: 160px;
}
.rack {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 14px;
}
@media (max-width: 700px) {
  .tabs {
    padding: 0 12px;
  }
  .rack {
    grid-template-columns: 1fr;
  }
}
</style>
