<script setup lang="ts">
import { computed } from 'vue'
import { inSentence, t } from '../app/i18n'
import { dateTimeOf, duration, modeName, slotName } from '../app/format'
import type { JobAnswer } from '../generated/api'
import type { Step } from './scoreLayout'

/** The plan on paper, to work by without a screen: a box to tick for each step, boxes for the label at each gate. */
const props = defineProps<{ job: JobAnswer }>()

const BOXES = 6
const plan = computed(() => props.job.plan)
type Press = { key: string; fromSecond: number; toSecond: number }
function keysOf(step: Step): string {
  const charts = props.job.sheet?.keys as Record<string, Press[]> | undefined
  const presses = ['reboot', 'enter-by-keys'].includes(step.operation) ? (charts?.[step.modeAfter] ?? []) : []
  return presses
    .map((press) => t('job.jobSheet.fromS', { key: press.key, fromSecond: press.fromSecond, toSecond: press.toSecond }))
    .join(', ')
}
const place = (step: Step): string =>
  modeName(step.mode) + (step.slot && step.slot !== '-' ? t('job.jobSheet.slot', { slot: slotName(step.slot) }) : '')
const losses = computed(() => plan.value.ledger.filter((entry) => entry.step !== null))
</script>

<template>
  <div class="job-sheet">
    <header>
      <div>
        <b class="title">{{ plan.codename }} {{ plan.unit }} → {{ plan.build ?? inSentence(job.wanted) }}</b>
        <div>
          {{ t('job.jobSheet.steps', { wanted: job.wanted, count: plan.steps.length })
          }}<template v-if="plan.budget"
            >{{ ' '
            }}{{
              t('job.jobSheet.whenSlowBatteryAt', {
                expectedSeconds: duration(plan.budget.expectedSeconds),
                longSeconds: duration(plan.budget.longSeconds),
                neededPercent: plan.budget.neededPercent,
              })
            }}</template
          >
          {{
            t('job.jobSheet.printed', { words: plan.verdict.words, dateTimeOf: dateTimeOf(new Date().toISOString()) })
          }}
        </div>
      </div>
      <div class="label">
        {{ t('job.jobSheet.labelPhone') }}<span class="boxes"><i v-for="n in BOXES" :key="n" /></span>
      </div>
    </header>
    <p v-if="losses.length">
      <b>{{ t('job.jobSheet.erased') }}</b>
      {{
        losses.map((entry) => t('job.jobSheet.step', { entry: inSentence(entry.label), step: entry.step })).join(', ')
      }}.
    </p>
    <p>
      <b>{{ t('job.jobSheet.files') }}</b> {{ plan.kit.map((file) => file.name).join(', ') }}
    </p>
    <template v-for="step in plan.steps" :key="step.number">
      <div v-if="step.gate" class="gate">
        {{ t('job.jobSheet.stopReadLabelPhone', { gate: step.gate }) }}
        <span class="boxes"><i v-for="n in BOXES" :key="n" /></span>
        {{ t('job.jobSheet.goOnlyWhere', { unit: plan.unit }) }}
      </div>
      <div class="step">
        <i class="tick" />
        <span class="number">{{ step.number }}</span>
        <div>
          <b>{{ step.title }}</b> <span class="mute">{{ place(step) }}</span>
          <div>{{ step.instruction }}</div>
          <div v-if="keysOf(step)">
            <b>{{ t('job.jobSheet.keys') }}</b> {{ keysOf(step) }}
          </div>
          <div v-for="command in job.commands[step.number] ?? []" :key="command" class="mono">{{ command }}</div>
          <div>
            <b>{{ t('job.jobSheet.see') }}</b> {{ step.youWillSee }}
          </div>
        </div>
        <div>
          <b>{{ t('job.jobSheet.wait') }}</b>
          {{
            t('job.jobSheet.upGiveUpAfter', {
              expectedSeconds: duration(step.expectedSeconds),
              longSeconds: duration(step.longSeconds),
              giveUpSeconds: duration(step.giveUpSeconds),
            })
          }}
          <div>
            <b>{{ t('job.jobSheet.ifStops') }}</b> {{ step.whenItFails }}
          </div>
        </div>
      </div>
    </template>
    <p class="end">{{ t('job.jobSheet.doneAtByNotes') }}</p>
  </div>
</template>

<style scoped>
.job-sheet {
  font-size: 8.4pt;
  line-height: 1.22;
  color: #000;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 20px;
  border-bottom: 2px solid #000;
  padding-bottom: 4px;
}
.title {
  font-size: 12pt;
}
p {
  margin: 3px 0;
}
.boxes {
  display: inline-flex;
  gap: 2px;
  margin: 0 6px;
  vertical-align: middle;
}
.boxes i,
.tick {
  display: inline-block;
  width: 15px;
  height: 15px;
  border: 1px solid #000;
}
.tick {
  width: 11px;
  height: 11px;
  margin-top: 2px;
}
.gate {
  border: 2px solid #000;
  padding: 3px 6px;
  margin: 3px 0;
  font-weight: 700;
  break-inside: avoid;
  break-after: avoid;
}
.step {
  display: grid;
  grid-template-columns: 14px 16px minmax(0, 1.75fr) minmax(0, 1fr);
  gap: 0 6px;
  padding: 2px 0;
  border-bottom: 1px solid #999;
  break-inside: avoid;
}
.number {
  font-weight: 700;
}
.mute {
  color: #444;
}
.end {
  margin-top: 10px;
}
</style>
