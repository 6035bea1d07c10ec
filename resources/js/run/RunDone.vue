<script setup lang="ts">
import { computed } from 'vue'
import { inSentence, t } from '../app/i18n'
import { duration } from '../app/format'
import { useAnswer } from '../app/useAnswer'
import { mostTelling } from './done'
import type { JobAnswer } from '../generated/api'

/** The last page of a run: what is different now, what the person does next, and where all of it is kept. */
const props = defineProps<{ job: JobAnswer; run: number }>()
const { data: record } = useAnswer('/runs/{run}/record', () => ({ path: { run: props.run } }))

const SHOWN = 8
const changes = computed(() => (record.value?.changes ?? []).filter((row) => row.before !== row.after))
const told = computed(() => mostTelling(changes.value, SHOWN))
const took = computed(() => (record.value?.steps ?? []).reduce((sum, step) => sum + (step.seconds ?? 0), 0))
const returns = computed(() => props.job.plan.ledger.filter((entry) => entry.outcome === 'returns'))
const wasErased = computed(() => props.job.plan.ledger.some((entry) => entry.step !== null))
</script>

<template>
  <div class="done" data-test="done">
    <p class="big">
      {{ t('run.runDone.everyStepWasDone')
      }}<template v-if="took">{{ t('run.runDone.in', { took: duration(took) }) }}</template
      >.
    </p>
    <section v-if="changes.length">
      <h2>{{ t('run.runDone.whatDifferentNow') }}</h2>
      <table class="rows">
        <tbody>
          <tr v-for="row in told" :key="row.name">
            <td>{{ row.label }}</td>
            <td class="mono wrap mute">{{ row.before }}</td>
            <td aria-hidden="true">→</td>
            <td class="mono wrap">
              <b>{{ row.after }}</b>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="changes.length > told.length" class="small mute">
        {{ t('run.runDone.moreRecordListsThem', { count: changes.length - told.length }) }}
      </p>
    </section>
    <section>
      <h2>{{ t('run.runDone.whatDoNext') }}</h2>
      <ol>
        <li v-if="wasErased">{{ t('run.runDone.setPhoneUpLanguage') }}</li>
        <li v-for="entry in returns" :key="entry.class">
          {{ t('run.runDone.bringBack', { entry: inSentence(entry.label) })
          }}<template v-if="entry.backup"
            >{{ ' ' }}{{ t('run.runDone.fromBackup') }} <span class="mono">{{ entry.backup }}</span></template
          >.
        </li>
        <li>{{ t('run.runDone.testCall') }}</li>
        <li v-for="line in record?.nextUpdate ?? []" :key="line">{{ t('run.runDone.atNextUpdate', { line }) }}</li>
      </ol>
    </section>
    <p class="ways">
      <RouterLink class="btn act big-btn" :to="`/jobs/${job.id}/record`">{{ t('run.runDone.openRecord') }}</RouterLink>
      <a class="btn big-btn" :href="`/api/runs/${run}/record.md`">{{ t('run.runDone.saveRecordAsText') }}</a>
      <RouterLink class="btn big-btn" :to="`/bench/${job.plan.unit}`">{{ t('run.runDone.openPhonesPage') }}</RouterLink>
    </p>
  </div>
</template>

<style scoped src="./texts.css"></style>

<style scoped>
.done {
  display: grid;
  gap: 18px;
  max-width: 860px;
}
h2 {
  margin: 0 0 6px;
}
ol {
  margin: 0;
  padding-left: 22px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 0;
}
.big-btn {
  min-height: 48px;
}
</style>
