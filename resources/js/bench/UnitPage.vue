<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import { offerUndo } from '../app/undo'
import { useKeys } from '../app/useKeys'
import RackCard from './RackCard.vue'
import UnitBackups from './UnitBackups.vue'
import UnitConflicts from './UnitConflicts.vue'
import UnitFacts from './UnitFacts.vue'
import UnitHistory from './UnitHistory.vue'
import UnitIdentity from './UnitIdentity.vue'
import UnitSlots from './UnitSlots.vue'
import UnlockPanel from './UnlockPanel.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client, type Body } from '../app/client'

const DumpDialog = defineAsyncComponent(() => import('./DumpDialog.vue'))
const NewJobDialog = defineAsyncComponent(() => import('./NewJobDialog.vue'))

const props = defineProps<{ label: string }>()
const router = useRouter()
const where = computed(() => ({ unit: props.label }))
const { data, error } = useAnswer('/units/{unit}', () => ({ path: where.value }), 4000)
const { send, refused } = useSend()
const jobOpen = ref(false)
const dumpOpen = ref(false)
const part = ref<'facts' | 'backups' | 'history'>('facts')
const parts = computed(() => ({
  facts: t('bench.unitPage.whatKnown'),
  backups: t('bench.unitPage.backups', { count: data.value?.backups.length ?? 0 }),
  history: t('bench.unitPage.history'),
}))
const reading = computed(() => data.value?.reading?.status === 'begun' || data.value?.reading?.status === 'reading')

const read = (): void => void send(() => client.POST('/units/{unit}/read', { params: { path: where.value } }))
const settle = (body: Body<'/units/{unit}/settle'>): void =>
  void send(() => client.POST('/units/{unit}/settle', { params: { path: where.value }, body }))
const identify = (codename: string): void =>
  void send(() => client.POST('/units/{unit}/identity', { params: { path: where.value }, body: { codename } }))

async function remove(): Promise<void> {
  const { label } = props
  if (!(await send(() => client.DELETE('/units/{unit}', { params: { path: where.value } })))) return
  offerUndo(t('bench.unitPage.phoneOffBench', { label }), () =>
    send(() => client.POST('/units/{label}/restore', { params: { path: { label } } })),
  )
  await router.push('/bench')
}

useKeys({ n: () => (jobOpen.value = true), p: () => (dumpOpen.value = true) })
</script>

<template>
  <TopBar>
    <h1>
      <span class="mono">{{ data?.card.codename ?? '?' }}</span> {{ props.label }}
    </h1>
    <div class="mute small">
      {{ data?.card.name ?? t('bench.unitPage.noModelSheet') }} ·
      {{ data?.card.model ?? t('bench.unitPage.modelNotReadYet') }}
    </div>
    <template #acts>
      <button type="button" class="btn" :disabled="reading" @click="read">
        {{ reading ? t('bench.unitPage.reading') : t('bench.unitPage.readPhone') }}
      </button>
      <button type="button" class="btn" @click="dumpOpen = true">
        {{ t('bench.unitPage.pasteWhatPrinted') }} <kbd>p</kbd>
      </button>
      <button v-if="data?.card.codename" type="button" class="btn act" @click="jobOpen = true">
        {{ t('common.newJob') }} <kbd>n</kbd>
      </button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <SkeletonRows v-if="!data && !error" />
    <p v-if="data?.reading" class="reading small" role="status">
      <b>{{
        data.reading.status === 'failed'
          ? t('bench.unitPage.readingEndedEarly')
          : data.reading.status === 'done'
            ? t('bench.unitPage.phoneWasRead')
            : t('bench.unitPage.phoneBeingRead')
      }}</b>
      {{ data.reading.says }}
    </p>
    <div v-if="data" class="cols">
      <div class="side">
        <RackCard :unit="data.card" @new-job="jobOpen = true" />
        <p v-if="data.card.note">{{ data.card.note }}</p>
        <UnitIdentity :unit="data" @identify="identify" />
        <UnlockPanel v-if="data.card.unlocked === false" :unit="data" />
        <p class="small">
          <RouterLink v-if="data.card.codename" :to="`/sheets/${data.card.codename}`">{{
            t('bench.unitPage.modelSheet', { codename: data.card.codename })
          }}</RouterLink>
          <button type="button" class="plain" @click="remove">{{ t('bench.unitPage.takeOffBench', { label }) }}</button>
        </p>
      </div>
      <div>
        <UnitSlots :unit="data" />
        <UnitConflicts :conflicts="data.conflicts" @settle="settle" />
        <div class="parts" role="group" :aria-label="t('bench.unitPage.parts')">
          <button
            v-for="(name, key) in parts"
            :key="key"
            type="button"
            :aria-pressed="part === key"
            :class="{ on: part === key }"
            @click="part = key"
          >
            {{ name }}
          </button>
        </div>
        <UnitFacts v-if="part === 'facts'" :unit="label" :facts="data.facts" :fields="data.fields" />
        <UnitBackups v-else-if="part === 'backups'" :backups="data.backups" :classes="data.classes" :unit="label" />
        <UnitHistory v-else :unit="label" :history="data.history" />
      </div>
    </div>
  </div>
  <NewJobDialog
    v-if="data && jobOpen"
    v-model="jobOpen"
    :phone="data.card.label"
    @opened="(id) => router.push(`/jobs/${id}`)"
  />
  <DumpDialog v-if="dumpOpen" v-model="dumpOpen" :label="props.label" />
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 28px;
}
.side {
  display: grid;
  gap: 14px;
  align-content: start;
}
.side p {
  margin: 0;
}
.reading {
  border-left: 4px solid var(--slate);
  padding: 6px 12px;
  background: var(--slate-soft);
  margin: 0 0 14px;
}
.parts {
  display: flex;
  gap: 18px;
  border-bottom: 1px solid var(--line);
  margin-bottom: 12px;
}
.parts button {
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  color: var(--mute);
  font: inherit;
  padding: 6px 2px;
  cursor: pointer;
}
.parts button.on {
  color: var(--ink);
  font-weight: 700;
  border-color: var(--brass);
}
.plain {
  background: none;
  border: 0;
  color: var(--plum);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
  padding: 0 0 0 10px;
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
