<script setup lang="ts">
import { computed } from 'vue'
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
  return presses.map((press) => `${press.key} from ${press.fromSecond} to ${press.toSecond} s`).join(', ')
}
const place = (step: Step): string =>
  modeName(step.mode) + (step.slot && step.slot !== '-' ? `, slot ${slotName(step.slot)}` : '')
const losses = computed(() => plan.value.ledger.filter((entry) => entry.step !== null))
</script>

<template>
  <div class="job-sheet">
    <header>
      <div>
        <b class="title">{{ plan.codename }} {{ plan.unit }} → {{ plan.build ?? job.intent.toLowerCase() }}</b>
        <div>
          {{ job.intent }} · {{ plan.steps.length }} steps<template v-if="plan.budget">
            · {{ duration(plan.budget.expectedSeconds) }}, {{ duration(plan.budget.longSeconds) }} when slow · battery
            at least {{ plan.budget.neededPercent }} %</template
          >
          · {{ plan.verdict.words }} · printed {{ dateTimeOf(new Date().toISOString()) }}
        </div>
      </div>
      <div class="label">
        Label on the phone<span class="boxes"><i v-for="n in BOXES" :key="n" /></span>
      </div>
    </header>
    <p v-if="losses.length">
      <b>Erased:</b> {{ losses.map((entry) => `${entry.label.toLowerCase()} (step ${entry.step})`).join(', ') }}.
    </p>
    <p><b>Files:</b> {{ plan.kit.map((file) => file.name).join(', ') }}</p>
    <template v-for="step in plan.steps" :key="step.number">
      <div v-if="step.gate" class="gate">
        Stop. {{ step.gate }} Read the label on the phone and write it here:
        <span class="boxes"><i v-for="n in BOXES" :key="n" /></span> Go on only where it is {{ plan.unit }}.
      </div>
      <div class="step">
        <i class="tick" />
        <span class="number">{{ step.number }}</span>
        <div>
          <b>{{ step.title }}</b> <span class="mute">{{ place(step) }}</span>
          <div>{{ step.instruction }}</div>
          <div v-if="keysOf(step)"><b>Keys:</b> {{ keysOf(step) }}</div>
          <div v-for="command in job.commands[step.number] ?? []" :key="command" class="mono">{{ command }}</div>
          <div><b>See:</b> {{ step.youWillSee }}</div>
        </div>
        <div>
          <b>Wait</b> {{ duration(step.expectedSeconds) }}, up to {{ duration(step.longSeconds) }}. Give up after
          {{ duration(step.giveUpSeconds) }}.
          <div><b>If it stops:</b> {{ step.whenItFails }}</div>
        </div>
      </div>
    </template>
    <p class="end">Done at ______________ &nbsp; by ______________________ &nbsp; Notes:</p>
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
