<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { dateTimeOf, duration } from '../app/format'
import { runWords } from '../bench/words'
import type { RunComparison } from '../generated/api'

/** Two runs of one model, step by step: planned, taken, and how often begun. */
const props = defineProps<{ comparison: RunComparison }>()
defineEmits<{ close: [] }>()

type Side = RunComparison['steps'][number]['sides'][number]
const words = (side: Side): string =>
  side === null
    ? '–'
    : side.seconds === null
      ? t('log.runCompare.notDone')
      : duration(side.seconds) + (side.tries > 1 ? t('log.runCompare.begunTimes', { tries: side.tries }) : '')
const slower = computed(() =>
  props.comparison.steps.map(({ sides }) => {
    const [one, other] = sides
    return one?.seconds && other?.seconds
      ? Math.abs(one.seconds - other.seconds) > Math.max(20, 0.3 * Math.min(one.seconds, other.seconds))
      : one === null || other === null
  }),
)
</script>

<template>
  <section class="sheet compare" data-test="comparison">
    <div class="head">
      <h2>{{ t('log.runCompare.twoRunsSideBy') }}</h2>
      <button type="button" class="btn small" @click="$emit('close')">{{ t('common.close') }}</button>
    </div>
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('common.step') }}</th>
          <th v-for="run in comparison.runs" :key="run.id">
            <span class="mono">{{ run.unit }}</span> {{ run.build }}
            <div class="small">
              {{ dateTimeOf(run.startedAt) }} · {{ runWords(run.status) }} · {{ duration(run.seconds)
              }}<template v-if="run.troubles"
                >{{ ' ' }}{{ t('log.runCompare.trouble', { troubles: run.troubles }) }}</template
              >
            </div>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(step, index) in comparison.steps" :key="step.title" :class="{ differs: slower[index] }">
          <td>{{ step.title }}</td>
          <td v-for="(side, at) in step.sides" :key="at" class="mono">{{ words(side) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.compare {
  padding: 10px 14px;
  margin-bottom: 18px;
  overflow-x: auto;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.differs td {
  background: var(--brass-soft);
}
</style>
