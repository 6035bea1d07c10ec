<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { phaseName } from '../app/names'
import { duration, modeName } from '../app/format'
import { useKeys } from '../app/useKeys'
import type { JobAnswer, Plan } from '../generated/api'
import JobSheet from './JobSheet.vue'
import ScorePicture from './ScorePicture.vue'
import StepDetail from './StepDetail.vue'
import WhatIf from './WhatIf.vue'

const props = defineProps<{ plan: Plan; job: JobAnswer }>()
defineEmits<{ change: [body: { kit?: number[]; answers?: JobAnswer['answers'] }] }>()
const begun = computed(() => props.job.run !== null)
const selected = ref(props.plan.steps.find((step) => step.gate !== null)?.number ?? 1)
const step = computed(() => props.plan.steps[selected.value - 1])
const move = (by: number): void => {
  selected.value = Math.max(1, Math.min(props.plan.steps.length, selected.value + by))
  document.querySelector(`[data-step="${selected.value}"]`)?.scrollIntoView({ block: 'nearest' })
}

const print = (): void => window.print()

useKeys({ j: () => move(1), k: () => move(-1) })
</script>

<template>
  <div v-if="plan.steps.length === 0" class="empty">
    <p>{{ t('job.scoreSection.blockedFixWhatFit') }}</p>
  </div>
  <template v-else>
    <ScorePicture class="no-print" :plan="plan" :selected="selected" @select="selected = $event" />
    <div class="low no-print">
      <table class="list" :aria-label="t('common.steps')">
        <thead class="visually-hidden">
          <tr>
            <th>{{ t('job.scoreSection.number') }}</th>
            <th>{{ t('common.step') }}</th>
            <th>{{ t('common.mode') }}</th>
            <th>{{ t('job.scoreSection.time') }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="(one, index) in plan.steps" :key="one.number">
            <tr v-if="plan.steps[index - 1]?.phase !== one.phase" class="phase">
              <th colspan="4" scope="rowgroup">{{ phaseName(one.phase) }}</th>
            </tr>
            <tr
              class="row"
              :class="{ on: one.number === selected, erase: one.losses.length > 0 || one.operation === 'erase' }"
              :data-step="one.number"
              tabindex="0"
              @click="selected = one.number"
              @keydown.enter="selected = one.number"
            >
              <td class="mono mute n">{{ one.number }}</td>
              <td>
                {{ one.title
                }}<span v-if="one.gate" class="gate" :title="t('job.scoreSection.labelHasBeTyped')"> ▾</span>
              </td>
              <td class="mute small mode">{{ modeName(one.mode) }}</td>
              <td class="mono mute d">{{ duration(one.expectedSeconds) }}</td>
            </tr>
          </template>
        </tbody>
      </table>
      <StepDetail v-if="step" :step="step" :commands="job.commands[step.number]" class="no-print" />
    </div>
    <p class="turn no-print">
      <button type="button" class="btn" :disabled="selected === 1" @click="move(-1)">
        {{ t('job.scoreSection.previousStep') }}
      </button>
      <span class="mono">{{ selected }} / {{ plan.steps.length }}</span>
      <button type="button" class="btn next" :disabled="selected === plan.steps.length" @click="move(1)">
        {{ t('job.scoreSection.nextStep') }}
      </button>
    </p>
    <p class="along mute small no-print">
      {{ t('job.scoreSection.takePlanAlong') }}
      <button type="button" class="btn small" @click="print">{{ t('job.scoreSection.printJobSheet') }}</button>
      <a v-if="!begun" class="btn small" :href="`/api/jobs/${job.id}/plan.md`">{{ t('job.scoreSection.markdown') }}</a>
      <a class="btn small" :href="`/api/jobs/${job.id}/plan.json`">{{ t('job.scoreSection.json') }}</a>
    </p>
    <JobSheet :job="job" class="print-only" />
  </template>
  <WhatIf v-if="!begun" :key="JSON.stringify([job.kit, job.answers])" :job="job" @change="$emit('change', $event)" />
</template>

<style scoped>
.low {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  align-items: start;
}
.list {
  width: 100%;
  border-collapse: collapse;
  background: var(--paper);
  border-right: 1px solid var(--line);
  font-size: 13.5px;
}
.phase th {
  text-align: left;
  color: var(--slate);
  font-size: 12px;
  padding: 5px 20px 1px 50px;
}
.row {
  cursor: pointer;
}
.row td {
  padding: 2px 10px 2px 0;
}
.row td.n {
  width: 44px;
  text-align: right;
  font-size: 11px;
  padding-right: 10px;
}
.row td.d {
  text-align: right;
  font-size: 12px;
  padding-right: 16px;
  white-space: nowrap;
}
.row.on td {
  background: var(--brass-soft);
}
.row.on td:first-child {
  box-shadow: inset 4px 0 var(--brass);
}
.row.erase td:nth-child(2) {
  color: var(--plum);
  font-weight: 700;
}
.gate {
  color: var(--plum);
}
.mode {
  white-space: nowrap;
}
.print-only > * {
  break-inside: avoid;
}
.along {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 12px 20px;
}
.turn {
  display: none;
}
@media (max-width: 900px) {
  .low {
    grid-template-columns: minmax(0, 1fr);
  }
  .low > :last-child {
    order: -1;
  }
  /* The step is read above, and turned by the thumb that holds the phone. */
  .turn {
    display: flex;
    justify-content: space-between;
    align-items: center;
    position: sticky;
    bottom: 0;
    margin: 0;
    padding: 8px 12px;
    background: var(--paper);
    border-top: 1px solid var(--line);
    z-index: 3;
  }
}
</style>
