<script setup lang="ts">
import { computed } from 'vue'
import { cautions } from '../app/cautions'
import { duration } from '../app/format'
import type { JobAnswer } from '../generated/api'
import BackupForm from './BackupForm.vue'
import FindingList from './FindingList.vue'
import LossLedger from './LossLedger.vue'
import { actionOf } from './settling'
import SettleForm from './SettleForm.vue'

const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const findings = computed(() => {
  const mine = props.job.findings.filter((finding) => finding.area === 'prepare')
  return [
    ...mine.filter((finding) => finding.severity === 'stop'),
    ...mine.filter((finding) => finding.severity === 'settle'),
    ...mine.filter((finding) => !['stop', 'settle'].includes(finding.severity)),
  ]
})
/** What the plan itself does first, and only waits for the person's word. */
const agreeable = computed(() =>
  props.job.run
    ? []
    : findings.value.filter((finding) => finding.severity === 'settle' && actionOf(finding, 'let-plan-do-it')),
)
const agreeAll = (): void =>
  emit('change', {
    answers: {
      ...props.job.answers,
      agreed: [...(props.job.answers.agreed ?? []), ...agreeable.value.map((finding) => finding.key)],
    },
  })
const steps = computed(() => props.job.plan.steps.filter((step) => step.phase === 'Prepare'))
</script>

<template>
  <div class="page">
    <section class="mb-6">
      <div class="head">
        <h2>Before anything is written</h2>
        <button v-if="agreeable.length > 1" type="button" class="btn act small" @click="agreeAll">
          Agree to all {{ agreeable.length }} that the plan does first
        </button>
      </div>
      <FindingList :findings="findings">
        <template #settle="{ finding }"
          ><SettleForm :job="job" :finding="finding" @change="emit('change', $event)"
        /></template>
      </FindingList>
    </section>
    <section v-if="job.plan.ledger.length" class="mb-6">
      <h2>What is lost, and what comes back</h2>
      <LossLedger :ledger="job.plan.ledger" />
      <BackupForm v-if="!job.run" class="mt-4" :unit="job.plan.unit" :ledger="job.plan.ledger" />
    </section>
    <section v-if="steps.length" class="mb-6">
      <h2>What the plan does first</h2>
      <ol>
        <li v-for="step in steps" :key="step.number">
          <b>{{ step.title }}</b> <span class="mono mute small">{{ duration(step.expectedSeconds) }}</span>
          <div class="small">{{ step.instruction }}</div>
        </li>
      </ol>
    </section>
    <section class="cautions small">
      <p v-for="caution in cautions.slice(1)" :key="caution">{{ caution }}</p>
    </section>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
ol {
  padding-left: 22px;
}
li {
  margin-bottom: 6px;
}
.cautions {
  border-left: 3px solid var(--brass);
  padding-left: 12px;
  color: var(--mute);
}
.cautions p {
  margin: 0 0 6px;
}
</style>
