<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '../app/api'
import type { JobAnswer } from '../generated/job'
import { lossOf, planDoesIt } from './settling'

const props = defineProps<{ job: JobAnswer; finding: JobAnswer['plan']['findings'][number] }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }]; learned: [] }>()

const loss = computed(() => lossOf(props.job.plan, props.finding))
const ofUnit = computed(() => props.finding.key.startsWith('FIT-8:unit/'))
const canAgree = computed(
  () => props.finding.takesAWord && (!loss.value || planDoesIt(props.job.plan, props.finding)) && !ofUnit.value,
)
const canTick = computed(() => props.finding.rule === 'PREP-7' && props.finding.severity === 'mind')
const onPage = computed(() => ofUnit.value || (props.finding.key === 'PREP-1:wait' && !canAgree.value))
/** A fact that nobody has seen yet is typed in here. */
const unknown = computed(() =>
  loss.value || onPage.value || planDoesIt(props.job.plan, props.finding)
    ? undefined
    : props.finding.facts.find((fact) => fact.value === null),
)
const typed = ref('')

function agree(): void {
  emit('change', {
    answers: { ...props.job.answers, agreed: [...(props.job.answers.agreed ?? []), props.finding.key] },
  })
}

function waive(): void {
  if (loss.value)
    emit('change', {
      answers: { ...props.job.answers, waived: [...(props.job.answers.waived ?? []), loss.value.class] },
    })
}

async function enter(): Promise<void> {
  const words: Record<string, boolean> = { yes: true, no: false }
  const value = words[typed.value.toLowerCase()] ?? (/^\d+$/.test(typed.value) ? Number(typed.value) : typed.value)
  await api.post(`units/${props.job.plan.unit}/facts`, { name: unknown.value?.name, value })
  emit('learned')
}
</script>

<template>
  <button v-if="canTick && !job.run" type="button" class="btn small" @click="agree">I have looked</button>
  <div v-if="finding.severity === 'settle' && !job.run" class="settle-acts">
    <button v-if="canAgree" type="button" class="btn small" @click="agree">
      {{ planDoesIt(job.plan, finding) ? 'Agree: the plan does it first' : 'Agree' }}
    </button>
    <RouterLink v-if="onPage" class="btn small" :to="`/bench/${job.plan.unit}`"
      >To the page of {{ job.plan.unit }}</RouterLink
    >
    <RouterLink v-if="finding.rule === 'PREP-6'" class="btn small" to="/house-rules">To the house rules</RouterLink>
    <button v-if="loss" type="button" class="btn small erase" @click="waive">
      Waive {{ loss.label.toLowerCase() }}
    </button>
    <form v-if="unknown" class="enter" @submit.prevent="enter">
      <input v-model="typed" :aria-label="`Value of ${unknown.name}`" placeholder="what the phone shows" />
      <button type="submit" class="btn small" :disabled="typed === ''">Enter</button>
    </form>
  </div>
</template>

<style scoped>
.settle-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
.enter {
  display: flex;
  gap: 8px;
}
input {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--ground);
  color: var(--ink);
  padding: 2px 8px;
  font: inherit;
}
</style>
