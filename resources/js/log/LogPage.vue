<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import { ago, dateTimeOf, duration } from '../app/format'
import TopBar from '../app/TopBar.vue'
import VerdictMark from '../app/VerdictMark.vue'
import { useKeys } from '../app/useKeys'
import { runWords } from '../bench/words'
import type { RunComparison } from '../generated/api'
import LogSummaryTable from './LogSummaryTable.vue'
import RunCompare from './RunCompare.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const TakeInDialog = defineAsyncComponent(() => import('../app/TakeInDialog.vue'))

const router = useRouter()
const filter = ref('')
const codename = ref('')
const status = ref<'' | 'ended' | 'stopped' | 'open' | 'trouble'>('')
/** How many newer runs are passed over; another filter begins with the newest. */
const from = ref(0)
watch([filter, codename, status], () => (from.value = 0))
const { data, error } = useAnswer(
  '/log',
  () => ({
    query: { q: filter.value, codename: codename.value, status: status.value || null, from: from.value },
  }),
  4000,
)
const { data: summary } = useAnswer('/log/summary')
const filterField = ref<HTMLInputElement>()
const runs = computed(() => data.value?.runs ?? [])

/** Two runs of one model, chosen by their boxes. */
const chosen = ref<number[]>([])
const comparison = ref<RunComparison | null>(null)
const { sendQuestion, refused } = useSend()
async function compare(): Promise<void> {
  const [run, other] = chosen.value
  if (run === undefined || other === undefined) return
  const compared = await sendQuestion(() =>
    client.GET('/runs/{run}/compare/{other}', { params: { path: { run, other } } }),
  )
  if (compared) comparison.value = compared.data
}
/** As many as the server gives at once. */
const PAGE = 200
/** Stopped is worth a look; a run that is open goes on by itself. */
function resultLevel(run: { status: string; troubles: number }): string {
  if (run.status === 'ended') return 'clear'
  return run.status === 'stopped' ? 'mind' : 'note'
}
const takingIn = ref(false)
const filtered = computed(() => filter.value !== '' || codename.value !== '' || status.value !== '')
const open = (jobId: number, ended: boolean): void => void router.push(`/jobs/${jobId}/${ended ? 'record' : 'run'}`)

useKeys({ '/': () => filterField.value?.focus() })
</script>

<template>
  <TopBar>
    <h1>{{ t('log.logPage.log') }}</h1>
    <div v-if="data" class="mute small">
      {{ t('log.logPage.runs', { count: data.total })
      }}<template v-if="data.total > data.runs.length && data.runs.length">{{
        t('log.logPage.shown', { from: from + 1, to: from + data.runs.length })
      }}</template>
    </div>
    <template #acts>
      <label class="mute"
        >{{ t('common.model') }}
        <select v-model="codename" class="pick" :aria-label="t('common.model')">
          <option value="">{{ t('log.logPage.all') }}</option>
          <option v-for="one in data?.codenames ?? []" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
      <label class="mute"
        >{{ t('log.logPage.result') }}
        <select v-model="status" class="pick" :aria-label="t('log.logPage.result')">
          <option value="">{{ t('log.logPage.anything') }}</option>
          <option value="ended">{{ t('log.logPage.done') }}</option>
          <option value="stopped">{{ t('log.logPage.stopped') }}</option>
          <option value="open">{{ t('log.logPage.stillOpen') }}</option>
          <option value="trouble">{{ t('log.logPage.trouble') }}</option>
        </select></label
      >
      <label class="mute"
        >{{ t('common.filter') }} <kbd>/</kbd>
        <input ref="filterField" v-model="filter" class="field" type="search" :aria-label="t('log.logPage.filterRuns')"
      /></label>
      <button type="button" class="btn small" @click="takingIn = true">{{ t('log.logPage.takeRunFile') }}</button>
    </template>
  </TopBar>
  <TakeInDialog
    v-if="takingIn"
    v-model="takingIn"
    :title="t('log.logPage.takeRunFile')"
    path="/log"
    :label="t('log.logPage.takeRun')"
    name="run"
  >
    {{ t('log.logPage.runWasGivenOut') }}
  </TakeInDialog>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <SkeletonRows v-if="!data && !error" />
    <div v-if="data && data.runs.length === 0 && !filtered" class="empty">
      <p>{{ t('log.logPage.nothingHasBeenRun') }}</p>
      <RouterLink class="btn act" to="/jobs">{{ t('log.logPage.openJobs') }}</RouterLink>
    </div>
    <template v-else>
      <RunCompare v-if="comparison" :comparison="comparison" @close="comparison = null" />
      <div v-if="data && data.runs.length === 0" class="empty">
        <p>{{ t('log.logPage.noRunMatchesTake') }}</p>
      </div>
      <div class="scroll-x">
        <table class="rows">
          <thead>
            <tr>
              <th>
                <span class="visually-hidden">{{ t('common.compare') }}</span>
              </th>
              <th>{{ t('log.logPage.started') }}</th>
              <th>{{ t('common.phone') }}</th>
              <th>{{ t('common.build') }}</th>
              <th>{{ t('log.logPage.result') }}</th>
              <th>{{ t('common.steps') }}</th>
              <th>{{ t('common.planned') }}</th>
              <th>{{ t('log.logPage.actualTime') }}</th>
              <th>{{ t('log.logPage.trouble2') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="run in runs"
              :key="run.id"
              class="link"
              tabindex="0"
              @click="open(run.jobId, run.status === 'ended')"
              @keydown.enter="open(run.jobId, run.status === 'ended')"
            >
              <td @click.stop>
                <input
                  v-model="chosen"
                  type="checkbox"
                  :value="run.id"
                  :disabled="chosen.length > 1 && !chosen.includes(run.id)"
                  :aria-label="t('log.logPage.compareRun', { id: run.id })"
                />
              </td>
              <td :title="dateTimeOf(run.startedAt)">{{ ago(run.startedAt) }}</td>
              <td>
                <span class="mono">{{ run.unit }}</span> <b class="mono">{{ run.codename }}</b>
              </td>
              <td>{{ run.build }}</td>
              <td><VerdictMark :level="resultLevel(run)" :words="runWords(run.status)" /></td>
              <td class="mono">{{ run.step === null ? run.steps : run.step - 1 }} / {{ run.steps }}</td>
              <td class="mono">{{ duration(run.expectedSeconds) }}</td>
              <td class="mono">{{ duration(run.seconds) }}</td>
              <td class="mono">{{ run.troubles || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="data && data.total > data.runs.length" class="pages">
        <button type="button" class="btn small" :disabled="from === 0" @click="from = Math.max(0, from - PAGE)">
          {{ t('log.logPage.newerRuns') }}
        </button>
        <button type="button" class="btn small" :disabled="from + PAGE >= data.total" @click="from += PAGE">
          {{ t('log.logPage.olderRuns') }}
        </button>
      </p>
      <p v-if="chosen.length" class="small">
        <button type="button" class="btn small" :disabled="chosen.length !== 2" @click="compare">
          {{ t('log.logPage.compareTwo') }}
        </button>
        <span class="mute">{{ chosen.length === 2 ? '' : t('log.logPage.chooseSecondRunSame') }}</span>
      </p>
      <LogSummaryTable v-if="summary && summary.models.length" :summary="summary" />
    </template>
  </div>
</template>

<style scoped>
.pages {
  display: flex;
  gap: 10px;
  margin: 12px 0;
}
.field {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 3px 8px;
  width: 170px;
  font: inherit;
}
.pick {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 3px 6px;
  font: inherit;
}
</style>
