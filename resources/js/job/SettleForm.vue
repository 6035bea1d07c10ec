<script setup lang="ts">
import { computed } from 'vue'
import { inSentence, t } from '../app/i18n'
import EnterFact from './EnterFact.vue'
import SayForm from './SayForm.vue'
import TellForm from './TellForm.vue'
import type { FindingRow, JobAnswer } from '../generated/api'
import { actionOf, isOpen } from './settling'

const props = defineProps<{ job: JobAnswer; finding: FindingRow }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const agreement = computed(() => actionOf(props.finding, 'agree', 'let-plan-do-it'))
const loss = computed(() => {
  const accepted = actionOf(props.finding, 'accept-loss')?.loss
  return props.job.plan.ledger.find((entry) => entry.class === accepted)
})
const unknown = computed(() => props.finding.actions.filter((one) => one.do === 'enter-fact' && one.fact))
/** What an installer asks: one of its answers is chosen. */
const question = computed(() => actionOf(props.finding, 'choose')?.question)
const models = computed(() => actionOf(props.finding, 'say')?.models ?? [])
const files = computed(() => actionOf(props.finding, 'tell')?.files ?? [])
const canAgree = computed(() => props.finding.severity === 'settle' && agreement.value && !question.value)
function agree(): void {
  emit('change', {
    answers: {
      ...props.job.answers,
      agreed: [...(props.job.answers.agreed ?? []), ...(props.finding.keys ?? [props.finding.key])],
    },
  })
}

function choose(choice: string): void {
  if (question.value)
    emit('change', {
      answers: {
        ...props.job.answers,
        questions: { ...props.job.answers.questions, [question.value.key]: choice },
      },
    })
}

function waive(): void {
  if (loss.value)
    emit('change', {
      answers: { ...props.job.answers, waived: [...(props.job.answers.waived ?? []), loss.value.class] },
    })
}
</script>

<template>
  <div v-if="isOpen(finding) && !job.run" class="settle-acts">
    <button v-if="canAgree" type="button" class="btn small" @click="agree">
      {{ agreement?.do === 'let-plan-do-it' ? t('job.settleForm.agreePlanDoesFirst') : t('job.settleForm.agree') }}
    </button>
    <RouterLink v-if="actionOf(finding, 'open-phone')" class="btn small" :to="`/bench/${job.plan.unit}`">{{
      t('job.settleForm.openPage', { unit: job.plan.unit })
    }}</RouterLink>
    <RouterLink v-if="actionOf(finding, 'open-house-rules')" class="btn small" to="/house-rules">{{
      t('job.settleForm.openHouseRules')
    }}</RouterLink>
    <button v-if="loss" type="button" class="btn small erase" @click="waive">
      {{ t('job.settleForm.acceptLosing', { loss: inSentence(loss.label) }) }}
    </button>
    <template v-if="question">
      <button
        v-for="choice in question.choices"
        :key="choice.id"
        type="button"
        class="btn small"
        :title="choice.changes"
        @click="choose(choice.id)"
      >
        {{
          t('job.settleForm.choose', {
            label: choice.label,
            choice: choice.id === question.careful ? t('job.settleForm.careful') : '',
          })
        }}
      </button>
    </template>
    <SayForm v-if="models.length > 0" :job="job.id" :models="models" :label="finding.need" />
    <TellForm v-if="files.length > 0" :job="job.id" :files="files" :label="finding.need" />
    <EnterFact
      v-for="one in unknown"
      :key="one.fact ?? ''"
      :unit="job.plan.unit"
      :action="one"
      :is-named="unknown.length > 1 || !finding.need.toLowerCase().includes((one.label ?? '').toLowerCase())"
    />
  </div>
</template>

<style scoped>
.settle-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
</style>
