<script setup lang="ts">
import { useIntervalFn, useWakeLock } from '@vueuse/core'
import { computed, onUnmounted, ref, watch } from 'vue'
import { api } from '../app/api'
import ErrorNote from '../app/ErrorNote.vue'
import { modeName, slotName } from '../app/format'
import { useKeys } from '../app/useKeys'
import type { JobAnswer } from '../generated/job'
import type { SymptomsAnswer } from '../generated/symptoms'
import CauseList from './CauseList.vue'
import FaultDrawer from './FaultDrawer.vue'
import KeyChart from './KeyChart.vue'
import PlanAnew from './PlanAnew.vue'
import PhoneState from './PhoneState.vue'
import ScoreStrip from './ScoreStrip.vue'
import ShareRun from './ShareRun.vue'
import StepByHand from './StepByHand.vue'
import { useNotice } from './useNotice'
import { useRun } from './useRun'
import WaitBar from './WaitBar.vue'

const props = defineProps<{ job: JobAnswer; starting: boolean }>()
const emit = defineEmits<{ start: [link: 'stand-in' | 'hands']; moved: [] }>()

const { events, state, error, act } = useRun(() => props.job.run?.id)
const step = computed(() => (state.value?.step ? props.job.plan.steps[state.value.step - 1] : undefined))
const status = computed(() => state.value?.status ?? 'not-started')
const question = computed(() => state.value?.question ?? null)
const answers = computed(() => question.value?.answers ?? [])
const word = ref('')
const note = ref('')
const noting = ref(false)

/** A step that the person does: the clock is the one on the wall, from the moment at which it was asked for. */
const byHand = computed(() => status.value === 'asked' && question.value?.about === 'hands')
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const sinceAsked = computed(() =>
  Math.max(0, Math.round((now.value - new Date(question.value?.at ?? now.value).getTime()) / 1000)),
)
const evidence = ref('')
const symptom = ref('')

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

const asks: Record<string, string> = {
  evidence: 'Look at the phone.',
  differs: 'The phone is not as planned.',
  file: 'A file is not as planned.',
}
const headline = computed(() => {
  if (status.value === 'ended') return 'Done. The phone runs what was planned.'
  if (status.value === 'stopped') return 'Stopped. Nothing more is sent to the phone.'
  if (status.value === 'lost') return 'The link is gone. Looking for the phone.'
  if (status.value === 'gated') return 'Your word is needed.'
  if (byHand.value) return step.value?.title ?? ''
  if (status.value === 'asked' && question.value?.about === 'something-else') return 'Look for the cause.'
  if (status.value === 'asked') return asks[question.value?.about ?? ''] ?? 'Something needs you.'
  return step.value?.operation === 'sideload' ? 'Leave the phone alone.' : (step.value?.title ?? '')
})

async function release(): Promise<void> {
  await act('release', { word: word.value, question: question.value?.sequence })
  word.value = ''
}
const tell = (answer: string): Promise<void> =>
  act('tell', { answer, question: question.value?.sequence, note: note.value, evidence: evidence.value }).then(() => {
    note.value = ''
    if (!error.value) evidence.value = ''
  })
const symptoms = ref<SymptomsAnswer['symptoms']>([])
async function noteElse(): Promise<void> {
  noting.value = true
  symptoms.value = (await api.get<SymptomsAnswer>(`runs/${props.job.run?.id}/symptoms`)).symptoms
}
/** Where the phone is not where the plan has it, another plan from what it has now is one way on. */
const mayPlanAgain = computed(() => {
  const about = status.value === 'asked' ? (question.value?.about ?? '') : ''
  return (
    ['differs', 'failure', 'file', 'break', 'mode'].includes(about) ||
    (about === 'something-else' &&
      (question.value?.causes ?? [{ next: 'replan' }]).some((cause) => cause.next === 'replan'))
  )
})
const contradicted = computed(
  () => byHand.value && error.value?.answer?.error === 'RunRefusal' && evidence.value.trim() !== '',
)

async function sayElse(): Promise<void> {
  noting.value = false
  await act('something-else', { note: note.value, symptom: symptom.value })
  note.value = ''
  symptom.value = ''
}

const notice = useNotice()
const LONG_WAIT_MS = 20_000
let since = Date.now()
watch(status, (now, before) => {
  // Somebody who looks at another window, or sat through a long wait, is called when the run needs them.
  if (
    (document.hidden || Date.now() - since >= LONG_WAIT_MS) &&
    before !== 'not-started' &&
    !byHand.value &&
    ['asked', 'gated', 'ended'].includes(now)
  )
    notice.tell('Tornavis', headline.value)
  since = Date.now()
  if (now !== before && before !== 'not-started') emit('moved')
})
// The screen stays on as long as somebody works by it.
const wake = useWakeLock()
watch(
  () => !['not-started', 'stopped', 'ended'].includes(status.value),
  (working) => void (working ? wake.request('screen') : wake.release()).catch(() => undefined),
  { immediate: true },
)
onUnmounted(() => void wake.release().catch(() => undefined))
useKeys({
  s: () => {
    if (answers.value.includes('seen')) void tell('seen')
  },
  e: () => {
    if (!['ended', 'stopped'].includes(status.value)) void noteElse()
  },
  '.': () => {
    if (!['ended', 'stopped'].includes(status.value)) void act('stop')
  },
})
</script>

<template>
  <div v-if="!job.run" class="empty">
    <template v-if="job.plan.verdict.level === 'clear'">
      <p v-if="starting" role="status">The run is being started.</p>
      <p v-else>The plan is clear. Before the first write the run asks for the phone's label.</p>
      <p class="ways">
        <button type="button" class="btn act" :disabled="starting" @click="emit('start', 'stand-in')">
          Run it on the stand-in phone
        </button>
        <button type="button" class="btn" :disabled="starting" @click="emit('start', 'hands')">
          I do it by hand, step by step
        </button>
      </p>
    </template>
    <p v-else>{{ job.plan.verdict.words }}. A run can start once everything is settled.</p>
  </div>
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
          The phone really shows this
        </button>
        <div v-if="step" class="mute where">
          Step {{ step.number }} of {{ job.plan.steps.length }} · {{ modeName(step.mode)
          }}<template v-if="step.slot && step.slot !== '-'"> · slot {{ slotName(step.slot) }}</template>
        </div>
        <p class="headline" data-test="headline">{{ headline }}</p>

        <template v-if="status === 'gated' && step">
          <p class="big">
            Next: <b>{{ step.title }}</b>. {{ question?.reason }}
          </p>
          <form class="word" @submit.prevent="release">
            <label
              ><span
                >Read the label on the phone in your hand and type it to go on:
                <b class="mono">{{ question?.word }}</b></span
              >
              <input v-model="word" class="mono" autocomplete="off" autofocus aria-label="Label of the phone"
            /></label>
            <button type="submit" class="btn act big-btn" :disabled="word.trim() === ''">Go on</button>
          </form>
        </template>

        <StepByHand
          v-else-if="byHand && step"
          v-model:evidence="evidence"
          :step="step"
          :commands="job.commands[step.number]"
          :wants="question?.wants ?? []"
          :elapsed="elapsed"
          :keys="keys"
        />

        <template v-else-if="status === 'asked'">
          <p class="big">{{ question?.says }}</p>
          <p class="hint">{{ question?.todo }}</p>
          <CauseList v-if="question?.causes?.length" :causes="question.causes" />
          <PlanAnew v-if="mayPlanAgain" :key="question?.at" :run="job.run.id" :first="question?.about === 'differs'" />
          <div v-if="question?.about === 'shows'" class="modes">
            <button
              v-for="mode in answers.filter((one) => one !== 'stop')"
              :key="mode"
              type="button"
              class="btn"
              @click="tell(mode)"
            >
              {{ modeName(mode) }}
            </button>
          </div>
          <ul v-if="question?.about === 'evidence' && step" class="expected">
            <li>{{ step.youWillSee }}</li>
          </ul>
        </template>

        <template v-else-if="status === 'lost'">
          <p class="big">
            The link answers no more{{ '.'.repeat(dots) }} Everything up to the last line on the right is kept. The run
            looks at the phone again by itself once it is there.
          </p>
        </template>

        <template v-else-if="status === 'stopped'">
          <p class="big">{{ events[events.length - 1]?.data.wayBack }}</p>
          <p class="ways">
            <button type="button" class="btn act big-btn" @click="act('go-on')">Go on with the run</button>
          </p>
          <PlanAnew
            :run="job.run.id"
            :first="false"
            :starts="state.wayBack.level !== 'no-system' && state.facts.mode !== 'system'"
          />
        </template>

        <template v-else-if="status === 'ended'">
          <p class="big">Every step was done and seen. The record holds what changed, the times and the files.</p>
          <RouterLink class="btn act big-btn" :to="`/jobs/${job.id}/record`">Open the record</RouterLink>
        </template>

        <template v-else-if="step">
          <p class="big">
            {{ step.instruction }}
            <span v-if="state.progress?.shows" class="shows" data-test="progress"
              >The phone shows “{{ state.progress.shows }}”<template v-if="state.progress.percent !== null"
                >, the computer {{ state.progress.percent }} percent</template
              >.</span
            >
          </p>
          <WaitBar :step="step" :elapsed="elapsed" />
          <div v-for="oddity in step.oddities" :key="oddity" class="oddity">{{ oddity }}</div>
          <KeyChart v-if="keys" :presses="keys" />
        </template>

        <button
          v-if="notice.mayAsk() && step && step.expectedSeconds >= 60 && (byHand || status === 'running')"
          type="button"
          class="btn small notice"
          @click="notice.allow"
        >
          {{ byHand ? 'Tell me when the usual time is over' : 'Tell me when the run needs me' }}
        </button>
        <form v-if="noting" class="word" @submit.prevent="sayElse">
          <label
            >What is it?
            <select v-model="symptom" aria-label="What is it">
              <option value="">something that is not listed</option>
              <option v-for="one in symptoms" :key="one.value" :value="one.value">{{ one.label }}</option>
            </select></label
          >
          <label>What does the phone show? <input v-model="note" autofocus aria-label="What the phone shows" /></label>
          <button type="submit" class="btn">Note it and pause</button>
        </form>

        <div v-if="status !== 'ended' && status !== 'stopped'" class="answers">
          <button
            v-if="answers.includes('again')"
            type="button"
            class="btn big-btn"
            :class="{ act: question?.about !== 'differs' }"
            @click="tell('again')"
          >
            {{
              question?.about === 'differs'
                ? 'Look again'
                : question?.about === 'file'
                  ? 'Look at the file again'
                  : ['something-else', 'failure'].includes(question?.about ?? '')
                    ? 'Do the step again'
                    : 'Go on from there'
            }}
          </button>
          <button
            v-else-if="status !== 'gated'"
            type="button"
            class="btn big-btn"
            :class="{ act: answers.includes('seen') }"
            :disabled="!answers.includes('seen')"
            @click="tell('seen')"
          >
            Seen <kbd>s</kbd>
          </button>
          <button type="button" class="btn big-btn" @click="noteElse">Something else <kbd>e</kbd></button>
          <button type="button" class="btn erase big-btn" @click="act('stop')">Stop here safely <kbd>.</kbd></button>
        </div>
      </div>
      <PhoneState :job="job" :state="state" :events="events"
        ><FaultDrawer
          v-if="state.link !== 'hands' && !['ended', 'stopped'].includes(status)"
          :run="job.run.id" /><ShareRun v-if="status !== 'ended'" :path="`/jobs/${job.id}/run`"
      /></PhoneState>
    </div>
  </template>
</template>

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
.big {
  font-size: 19px;
  line-height: 1.4;
  max-width: 40em;
  margin: 0;
}
.hint {
  color: var(--mute);
  font-size: 16px;
  margin: 0;
}
.shows {
  color: var(--slate);
}
.oddity {
  background: var(--slate-soft);
  border-left: 4px solid var(--slate);
  padding: 9px 14px;
  font-size: 15px;
  max-width: 760px;
}
.word {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
}
.notice {
  align-self: start;
  justify-self: start;
}
.word label {
  display: grid;
  gap: 6px;
  font-size: 16px;
}
.word input {
  font-size: 22px;
  padding: 8px 12px;
  border: 2px solid var(--slate);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  max-width: 320px;
}
.modes,
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: inherit;
}
.empty .ways {
  justify-content: center;
}
.really {
  align-self: start;
}
.expected {
  margin: 0 0 0 20px;
}
.answers {
  position: sticky;
  bottom: 0;
  margin-top: auto;
  padding: 14px 0;
  background: var(--ground);
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
  align-self: start;
}
.word .big-btn {
  align-self: end;
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
  .big {
    font-size: 17px;
  }
  .answers {
    padding: 10px 0;
  }
  .answers .big-btn {
    flex: 1;
    justify-content: center;
    padding: 8px 10px;
    font-size: 15px;
  }
  .answers kbd {
    display: none;
  }
}
</style>
