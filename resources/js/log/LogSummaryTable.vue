<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { duration } from '../app/format'
import type { LogSummary } from '../generated/api'
import TimesStrip from './TimesStrip.vue'

/** How runs went by model and build, and what went wrong most. */
const props = defineProps<{ summary: LogSummary }>()
const longest = computed(() =>
  Math.max(1, ...props.summary.models.flatMap((row) => [...row.times, row.plannedSeconds ?? 0])),
)
const words: Record<string, string> = {
  again: t('log.logSummaryTable.doneAgain'),
  stop: t('log.logSummaryTable.stoppedThere'),
  plan: t('log.logSummaryTable.plannedAgain'),
  back: t('log.logSummaryTable.broughtBack'),
}
const then = (counts: LogSummary['troubles'][number]['then']): string =>
  Object.entries(counts)
    .map(([what, times]) => `${times} × ${words[what] ?? what}`)
    .join(', ')
</script>

<template>
  <section class="mt-6" data-test="summary">
    <h2>{{ t('log.logSummaryTable.howGoesHowLong') }}</h2>
    <div class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('common.model') }}</th>
            <th>{{ t('common.build') }}</th>
            <th>{{ t('log.logSummaryTable.runs') }}</th>
            <th>{{ t('log.logSummaryTable.done') }}</th>
            <th>{{ t('log.logSummaryTable.trouble') }}</th>
            <th>{{ t('common.planned') }}</th>
            <th>{{ t('log.logSummaryTable.actualTimesEachRun') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in summary.models" :key="row.codename + row.build">
            <td class="mono">
              <b>{{ row.codename }}</b>
            </td>
            <td>{{ row.build }}</td>
            <td class="mono">{{ row.runs }}</td>
            <td class="mono">{{ row.ended }}</td>
            <td class="mono">{{ row.withTrouble || '–' }}</td>
            <td class="mono">{{ row.plannedSeconds === null ? '–' : duration(row.plannedSeconds) }}</td>
            <td><TimesStrip :times="row.times" :planned="row.plannedSeconds" :longest="longest" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="summary.troubles.length" class="mt-6">
      <h2>{{ t('log.logSummaryTable.whatWentWrongMost') }}</h2>
      <p v-for="trouble in summary.troubles" :key="trouble.says" class="trouble">
        <span class="mono">{{ trouble.times }} ×</span>
        <span
          >{{ trouble.says }}
          <span class="mute small">{{
            t('log.logSummaryTable.endedWell', {
              count: trouble.ended,
              then: then(trouble.then) ? t('log.logSummaryTable.then', { then: then(trouble.then) }) : '',
            })
          }}</span></span
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.trouble {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr);
  margin: 0 0 4px;
}
</style>
