<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { cautions } from '../app/cautions'
import { duration } from '../app/format'
import type { JobAnswer } from '../generated/api'
import BackupForm from './BackupForm.vue'
import DecidedList from './DecidedList.vue'
import FindingList from './FindingList.vue'
import InOrder from './InOrder.vue'
import LookList from './LookList.vue'
import LossTable from './LossTable.vue'
import { actionOf, agreedTo, bySeverity, isLook, isLoss, withAgreed } from './settling'
import SettleForm from './SettleForm.vue'

const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const mine = computed(() => props.job.findings.filter((finding) => finding.area === 'prepare' && !isLoss(finding)))
const looks = computed(() => mine.value.filter((finding) => isLook(props.job, finding)))
const rows = computed(() => mine.value.filter((finding) => !isLook(props.job, finding)))
/** What stands in the way, and below it what only asks for care. */
const open = computed(() =>
  rows.value.filter((finding) => ['stop', 'settle', 'mind'].includes(finding.severity)).sort(bySeverity),
)
const decided = computed(() =>
  rows.value
    .filter((finding) => finding.severity === 'note' && agreedTo(props.job, finding.key))
    .map((finding) => finding.key),
)
const rest = computed(() =>
  rows.value.filter((finding) => ['clear', 'note'].includes(finding.severity) && !decided.value.includes(finding.key)),
)
/** What the plan itself does first, and only waits for the person's agreement. */
const agreeable = computed(() =>
  props.job.run
    ? []
    : props.job.findings.filter(
        (finding) => finding.area === 'prepare' && finding.severity === 'settle' && actionOf(finding, 'let-plan-do-it'),
      ),
)
const agreeAll = (): void =>
  emit(
    'change',
    withAgreed(
      props.job,
      agreeable.value.flatMap((finding) => finding.keys ?? [finding.key]),
    ),
  )
const steps = computed(() => props.job.plan.steps.filter((step) => step.phase === 'Prepare'))
</script>

<template>
  <div class="page">
    <p v-if="agreeable.length > 1" class="all">
      {{ t('job.prepareSection.planCanBeginThese', { count: agreeable.length }) }}
      <button type="button" class="btn act small" @click="agreeAll">
        {{ t('job.prepareSection.agreeAllPlanDoes', { count: agreeable.length }) }}
      </button>
    </p>
    <section v-if="open.length" class="mb-6" data-test="open">
      <h2>{{ t('job.prepareSection.decideBeforeAnythingWritten') }}</h2>
      <FindingList :findings="open">
        <template #acts="{ finding }"
          ><SettleForm :job="job" :finding="finding" @change="emit('change', $event)"
        /></template>
      </FindingList>
    </section>
    <LossTable :job="job" @change="emit('change', $event)" />
    <BackupForm
      v-if="job.plan.ledger.length && !job.run"
      class="mb-6"
      :unit="job.plan.unit"
      :ledger="job.plan.ledger"
    />
    <LookList :job="job" :rows="looks" @change="emit('change', $event)" />
    <DecidedList :job="job" :keys="decided" @change="emit('change', $event)" />
    <InOrder class="mb-6" :findings="rest" :areas="job.areas" />
    <section v-if="steps.length" class="mb-6">
      <h2>{{ t('job.prepareSection.whatPlanDoesFirst') }}</h2>
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
.all {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin: 0 0 18px;
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
