<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import LinkedText from '../handbook/LinkedText.vue'
import ErrorNote from '../app/ErrorNote.vue'
import { modeName, slotName } from '../app/format'
import { useKeys } from '../app/useKeys'
import type { JobAnswer } from '../generated/api'
import AskedQuestion from './AskedQuestion.vue'
import FaultDrawer from './FaultDrawer.vue'
import GateForm from './GateForm.vue'
import { headlineOf } from './headline'
import KeyChart from './KeyChart.vue'
import LookInside from './LookInside.vue'
import NothingToDo from './NothingToDo.vue'
import NoteSomethingElse from './NoteSomethingElse.vue'
import PlanAnew from './PlanAnew.vue'
import PhoneState from './PhoneState.vue'
import RunAnswers from './RunAnswers.vue'
import RunDone from './RunDone.vue'
import ScoreStrip from './ScoreStrip.vue'
import ShareRun from './ShareRun.vue'
import StartRun from './StartRun.vue'
import StepByHand from './StepByHand.vue'
import { useAttention } from './useAttention'
import { useRun } from './useRun'
import WaitBar from './WaitBar.vue'

const props = defineProps<{ job: JobAnswer; starting: boolean }>()
const emit = defineEmits<{ start: [link: 'stand-in' | 'hands']; moved: [] }>()

const { events, state, error, act } = useRun(() => props.job.run?.id)
const step = computed(() => (state.value?.step ? props.job.plan.steps[state.value.step - 1] : undefined))
const status = computed(() => state.value?.status ?? 'not-started')
const question = computed(() => state.value?.question ?? null)
const answers = computed(() => question.value?.answers ?? [])
const noting = ref(false)

/** A step that the person does: the clock is the one on the wall, from the moment at which it was asked for. */
const byHand = computed(() => status.value === 'asked' && question.value?.about === 'hands')
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const sinceAsked = computed(() =>
  Math.max(0, Math.round((now.value - new Date(question.value?.at ?? now.value).getTime()) / 1000)),
)
const evidence = ref('')

/**
 * Seconds on the phone's clock since the step began. Between two events it stands still, as the phone's own clock is
 * the measure.
 */
const elapsed = computed(() =>
  byHand.value ? sinceAsked.value : status.value === 'running' ? (state.value?.progress?.elapsedSeconds ?? 0) : 0,
)
const share = computed(() => (step.value ? elapsed.value / step.value.expectedSeconds : 1))
const keys = computed(() => {
  const charts = props.job.sheet?.keys as
    Record<string, { key: string; fromSecond: number; toSecond: number }[]> | undefined
  return ['reboot', 'enter-by-keys'].includes(step.value?.operation ?? '') ? charts?.[step.value!.modeAfter] : undefined
})
const dots = ref(0)
useIntervalFn(() => (dots.value = (dots.value + 1) % 4), 500)

const headline = computed(() => headlineOf(status.value, question.value?.about ?? '', step.value))

const release = (word: string): Promise<void> => act('release', { word, question: question.value?.sequence })
async function tell(answer: string): Promise<void> {
  await act('tell', { answer, question: question.value?.sequence, evidence: evidence.value })
  if (!error.value) evidence.value = ''
}
const contradicted = computed(
  () => byHand.value && error.value?.answer?.error === 'RunRefusal' && evidence.value.trim() !== '',
)

async function sayElse(note: string, symptom: string): Promise<void> {
  await act('something-else', { note, symptom })
  // What was typed stays there until it has been taken.
  if (!error.value) noting.value = false
}

const notice = useAttention(status, headline, byHand, () => emit('moved'))
useKeys({
  // It goes to the answer and does not give it: what may let a write proceed takes a second key.
  s: () => document.querySelector<HTMLElement>('[data-answer]')?.focus(),
  e: () => {
    if (!['ended', 'stopped'].includes(status.value)) noting.value = true
  },
  '.': () => {
    if (!['ended', 'stopped'].includes(status.value)) void act('stop')
  },
})
</script>

<template>
  <StartRun v-if="!job.run" :job="job" :starting="starting" @start="emit('start', $event)" />
  <template v-else-if="state">
    <ScoreStrip :plan="job.plan" :steps="state.steps" :at="state.step" :share="share" />
    <div class="run" :class="status">
      <div class="now">
        <ErrorNote :error="error" />
        <button
          v-if="contradicted"
          type="button"
          class="btn really"
          @click="act('differs', { evidence, question: question?.sequence }).then(() => (evidence = ''))"
        >
          {{ t('run.runSection.iCheckedDiffersFrom') }}
        </button>
        <div v-if="step" class="mute where">
          {{ t('run.runSection.step', { number: step.number, count: job.plan.steps.length, mode: modeName(step.mode) })
          }}<template v-if="step.slot && step.slot !== '-'"
            >{{ ' ' }}{{ t('run.runSection.slot', { slot: slotName(step.slot) }) }}</template
          >
        </div>
        <h2 class="headline" data-test="headline" aria-live="polite">{{ headline }}</h2>

        <GateForm
          v-if="status === 'gated' && step"
          :key="question?.sequence"
          :title="step.title"
          :question="question"
          :refused="error"
          @release="release"
        />

        <StepByHand
          v-else-if="byHand && step"
          v-model:evidence="evidence"
          :step="step"
          :commands="job.commands[step.number]"
          :wants="question?.wants ?? []"
          :elapsed="elapsed"
          :keys="keys"
        />

        <AskedQuestion
          v-else-if="status === 'asked' && question"
          :question="question"
          :step="step"
          :run="job.run.id"
          @tell="tell"
        />

        <template v-else-if="status === 'lost'">
          <p class="big">
            {{ t('run.runSection.linkAnswersNoMore', { repeat: '.'.repeat(dots) }) }}
          </p>
        </template>

        <template v-else-if="status === 'stopped'">
          <p class="big">{{ events[events.length - 1]?.data.wayBack }}</p>
          <p class="ways">
            <button type="button" class="btn act big-btn" @click="act('go-on')">{{ t('run.runSection.goRun') }}</button>
          </p>
          <PlanAnew
            :run="job.run.id"
            :first="false"
            :starts="state.wayBack.level !== 'no-system' && state.facts.mode !== 'system'"
          />
        </template>

        <RunDone v-else-if="status === 'ended'" :job="job" :run="job.run.id" />

        <template v-else-if="step">
          <p class="big">
            <LinkedText :text="step.instruction" />
            <span v-if="state.progress?.shows" class="shows" data-test="progress"
              >{{ t('run.runSection.phoneShows', { shows: state.progress.shows })
              }}<template v-if="state.progress.percent !== null">{{
                t('run.runSection.computerPercent', { percent: state.progress.percent })
              }}</template
              >.</span
            >
          </p>
          <WaitBar :step="step" :elapsed="elapsed" />
          <NothingToDo v-if="state.step" :steps="job.plan.steps" :at="state.step" :elapsed="elapsed" />
          <div v-for="oddity in step.oddities" :key="oddity" class="oddity"><LinkedText :text="oddity" /></div>
          <KeyChart v-if="keys" :presses="keys" />
        </template>

        <button
          v-if="notice.mayAsk() && step && step.expectedSeconds >= 60 && (byHand || status === 'running')"
          type="button"
          class="btn small notice"
          @click="notice.allow"
        >
          {{ byHand ? t('run.runSection.tellMeWhenUsual') : t('run.runSection.tellMeWhenRun') }}
        </button>
        <NoteSomethingElse v-if="noting" :run="job.run.id" @note="sayElse" />

        <RunAnswers
          v-if="status !== 'ended' && status !== 'stopped'"
          :answers="answers"
          :about="question?.about ?? ''"
          @tell="tell"
          @something-else="noting = true"
          @stop="act('stop')"
        />
      </div>
      <PhoneState :job="job" :state="state" :events="events"
        ><LookInside v-if="state.link !== 'hands'" :run="job.run.id" /><FaultDrawer
          v-if="state.link !== 'hands' && !['ended', 'stopped'].includes(status)"
          :run="job.run.id" /><ShareRun v-if="status !== 'ended'" :path="`/jobs/${job.id}/run`"
      /></PhoneState>
    </div>
  </template>
</template>

<style scoped src="./texts.css"></style>

<style scoped>
.run {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 370px;
  min-height: calc(100vh - 162px);
}
.now {
  padding: 24px 28px;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.where {
  font-size: 15px;
}
.headline {
  font-size: 34px;
  line-height: 1.15;
  font-weight: 700;
  margin: 0;
  max-width: 22em;
}
.shows {
  color: var(--slate);
}
.notice {
  align-self: start;
  justify-self: start;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: inherit;
}
.really {
  align-self: start;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
  align-self: start;
}
@media (max-width: 900px) {
  .run {
    grid-template-columns: minmax(0, 1fr);
  }
  .now {
    padding: 16px 12px;
  }
  .headline {
    font-size: 26px;
  }
}
</style>
