<script setup lang="ts">
import { computed, ref } from 'vue'
import ErrorNote from '../app/ErrorNote.vue'
import type { FindingRow, JobAnswer } from '../generated/api'
import { actionOf } from './settling'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ job: JobAnswer; finding: FindingRow }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const tick = computed(() => actionOf(props.finding, 'tick'))
const agreement = computed(() => actionOf(props.finding, 'agree', 'let-plan-do-it'))
const loss = computed(() => {
  const accepted = actionOf(props.finding, 'accept-loss')?.loss
  return props.job.plan.ledger.find((entry) => entry.class === accepted)
})
/** A fact that nobody has seen yet is typed in here. */
const unknown = computed(() => actionOf(props.finding, 'enter-fact')?.fact)
const typed = ref('')
const { send, refused } = useSend()

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
  if (!unknown.value) return
  const body = { name: unknown.value, typed: typed.value }
  await send(() => client.POST('/units/{unit}/facts', { params: { path: { unit: props.job.plan.unit } }, body }))
}
</script>

<template>
  <button v-if="tick && finding.severity === 'mind' && !job.run" type="button" class="btn small" @click="agree">
    I have looked
  </button>
  <div v-if="finding.severity === 'settle' && !job.run" class="settle-acts">
    <button v-if="agreement" type="button" class="btn small" @click="agree">
      {{ agreement.do === 'let-plan-do-it' ? 'Agree: the plan does it first' : 'Agree' }}
    </button>
    <RouterLink v-if="actionOf(finding, 'open-phone')" class="btn small" :to="`/bench/${job.plan.unit}`"
      >To the page of {{ job.plan.unit }}</RouterLink
    >
    <RouterLink v-if="actionOf(finding, 'open-house-rules')" class="btn small" to="/house-rules"
      >To the house rules</RouterLink
    >
    <button v-if="loss" type="button" class="btn small erase" @click="waive">
      Waive {{ loss.label.toLowerCase() }}
    </button>
    <form v-if="unknown" class="enter" @submit.prevent="enter">
      <input v-model="typed" :aria-label="`Value of ${unknown}`" placeholder="what the phone shows" />
      <button type="submit" class="btn small" :disabled="typed === ''">Enter</button>
    </form>
    <ErrorNote class="mt-3" :error="refused" />
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
