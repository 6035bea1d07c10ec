<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { cautions } from '../app/cautions'
import VerdictMark from '../app/VerdictMark.vue'
import type { JobAnswer } from '../generated/api'
import DecidedList from './DecidedList.vue'
import FindingList from './FindingList.vue'
import InOrder from './InOrder.vue'
import SettleForm from './SettleForm.vue'
import { agreedTo, bySeverity, isOpen } from './settling'

const props = defineProps<{ job: JobAnswer }>()
defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const mine = computed(() => props.job.findings.filter((finding) => finding.area !== 'prepare'))
const open = computed(() => mine.value.filter(isOpen).sort(bySeverity))
const cautious = computed(() => mine.value.filter((finding) => finding.severity === 'mind'))
const decided = computed(() =>
  mine.value
    .filter((finding) => finding.severity === 'note' && agreedTo(props.job, finding.key))
    .map((finding) => finding.key),
)
const rest = computed(() =>
  mine.value.filter((finding) => ['clear', 'note'].includes(finding.severity) && !decided.value.includes(finding.key)),
)
const stops = computed(() => open.value.filter((finding) => finding.severity === 'stop').length)
const headline = computed(() => {
  if (stops.value) return t('job.fitSection.mustNotBeRun')
  return open.value.length ? t('job.fitSection.decideFirst') : t('job.fitSection.phoneFilesFit')
})
</script>

<template>
  <div class="page">
    <section v-if="open.length" class="mb-6" data-test="open">
      <h2>{{ headline }}</h2>
      <FindingList :findings="open">
        <template #acts="{ finding }"
          ><SettleForm :job="job" :finding="finding" @change="$emit('change', $event)"
        /></template>
      </FindingList>
    </section>
    <p v-else class="fits">
      <VerdictMark level="clear" :words="headline" /> {{ t('job.fitSection.nothingBeDecidedHere') }}
    </p>
    <section v-if="cautious.length" class="mb-6">
      <h2>{{ t('job.fitSection.takeCare') }}</h2>
      <FindingList :findings="cautious">
        <template #acts="{ finding }"
          ><SettleForm :job="job" :finding="finding" @change="$emit('change', $event)"
        /></template>
      </FindingList>
    </section>
    <DecidedList :job="job" :keys="decided" @change="$emit('change', $event)" />
    <InOrder :findings="rest" :areas="job.areas" />
    <p class="mute small mt-6">{{ cautions[0] }}</p>
  </div>
</template>

<style scoped>
.fits {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  font-size: 16px;
  margin: 0 0 20px;
}
</style>
