<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import VerdictMark from '../app/VerdictMark.vue'
import FindingList from '../job/FindingList.vue'
import SettleForm from '../job/SettleForm.vue'
import LossTable from '../job/LossTable.vue'
import { actionOf, isLoss, isOpen, withAgreed } from '../job/settling'
import { useJob } from '../job/useJob'

/** A job that was made from here: its verdict, and what is still open, to be decided without leaving the page. */
const props = defineProps<{ id: number }>()
const { job, error, change, refused } = useJob(() => props.id)

const open = computed(() => (job.value?.findings ?? []).filter(isOpen))
const rows = computed(() => open.value.filter((one) => !isLoss(one)))
const done = computed(() => open.value.filter((one) => one.severity === 'settle' && actionOf(one, 'let-plan-do-it')))

function agreeAll(): void {
  const now = job.value
  if (!now) return
  const keys = done.value.map((one) => one.key)
  change(withAgreed(now, keys))
}
</script>

<template>
  <section class="sheet job" data-test="start-job">
    <ErrorNote :error="refused ?? error" />
    <template v-if="job">
      <div class="head">
        <h2>{{ job.wanted }}: {{ job.plan.build }}</h2>
        <VerdictMark
          :level="job.plan.verdict.level"
          :count="job.plan.verdict.toSettle"
          :words="job.plan.verdict.words"
        />
      </div>
      <p v-if="open.length === 0" role="status">{{ t('start.startJob.nothingOpenNextPage') }}</p>
      <template v-else>
        <p class="mute small">{{ t('start.startJob.stillOpenEachLine') }}</p>
        <button v-if="done.length > 1" type="button" class="btn small" @click="agreeAll">
          {{ t('start.startJob.agreeAllPlanDoes', { count: done.length }) }}
        </button>
        <FindingList :findings="rows">
          <template #acts="{ finding }"><SettleForm :job="job" :finding="finding" @change="change" /></template>
        </FindingList>
        <LossTable :job="job" @change="change" />
      </template>
      <RouterLink class="btn act" :to="`/jobs/${id}/score`">{{ t('start.startJob.seeStepsPlan') }}</RouterLink>
    </template>
  </section>
</template>

<style scoped>
.job {
  padding: 14px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.job > * {
  max-width: 100%;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  width: 100%;
  flex-wrap: wrap;
}
</style>
