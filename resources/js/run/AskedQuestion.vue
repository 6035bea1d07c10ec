<script setup lang="ts">
import { computed } from 'vue'
import { modeName } from '../app/format'
import type { RunEventsAnswer } from '../generated/api'
import type { Step } from '../job/scoreLayout'
import CauseList from './CauseList.vue'
import { leavesThePlan } from './headline'
import PlanAnew from './PlanAnew.vue'

/** What a run asks that is no step by hand: what was seen, what may be behind it, and which ways on there are. */
const props = defineProps<{
  question: NonNullable<RunEventsAnswer['state']['question']>
  step: Step | undefined
  run: number
}>()
defineEmits<{ tell: [answer: string] }>()

const modes = computed(() =>
  props.question.about === 'shows' ? (props.question.answers ?? []).filter((one) => one !== 'stop') : [],
)
</script>

<template>
  <p class="big">{{ question.says }}</p>
  <p class="hint">{{ question.todo }}</p>
  <CauseList v-if="question.causes?.length" :causes="question.causes" :line="question.line" />
  <PlanAnew v-if="leavesThePlan(question)" :key="question.at" :run="run" :first="question.about === 'differs'" />
  <div v-if="modes.length" class="modes">
    <button v-for="mode in modes" :key="mode" type="button" class="btn" @click="$emit('tell', mode)">
      {{ modeName(mode) }}
    </button>
  </div>
  <ul v-if="question.about === 'evidence' && step" class="expected">
    <li>{{ step.youWillSee }}</li>
  </ul>
</template>

<style scoped src="./texts.css"></style>

<style scoped>
.modes {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.expected {
  margin: 0 0 0 20px;
}
</style>
