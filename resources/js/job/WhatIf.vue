<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import { duration } from '../app/format'
import type { Intent, JobAnswer, JobSchools, WhatIfAnswer } from '../generated/api'
import AlternativeRow from './AlternativeRow.vue'
import PlanDifference from './PlanDifference.vue'
import ScorePicture from './ScorePicture.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** What is tried: other files, another intent, or the other school. */
interface Trial {
  kit?: number[]
  intent?: Intent
  house?: Record<string, string | number>
}

const props = defineProps<{ job: JobAnswer }>()
const router = useRouter()
const emit = defineEmits<{ change: [body: { kit?: number[]; answers?: JobAnswer['answers'] }] }>()
const { data: schools } = useAnswer('/jobs/{job}/schools', () => ({ path: { job: props.job.id } }))
const { data: intents } = useAnswer('/intents')
const { data: ways, load: seek } = useAnswer('/jobs/{job}/alternatives', () => ({
  path: { job: props.job.id },
}))
// Other files, another answer or a file that has been read since: the ways are sought anew.
watch(
  () => JSON.stringify([props.job.kit, props.job.answers, props.job.reading]),
  () => void seek(),
)
const trial = ref<(Trial & { words: string }) | null>(null)
const answer = ref<WhatIfAnswer | null>(null)
const { send, sendQuestion, refused } = useSend()
const selected = ref(1)

const titles = computed(() => new Map(props.job.shelf.map((file) => [file.id, file.title])))
const short = (school: JobSchools['schools'][number]): string => {
  const { difference } = school
  const time = difference.figures.find((one) => one.name === 'expectedSeconds')
  const parts = [
    difference.before === difference.after ? '' : difference.after,
    time && time.before !== null && time.after !== null
      ? time.after > time.before
        ? t('job.whatIf.longer', { time: duration(time.after - time.before) })
        : t('job.whatIf.shorter', { time: duration(time.before - time.after) })
      : '',
    difference.steps.length ? t('job.whatIf.stepsDiffer', { count: difference.steps.length }) : '',
  ].filter(Boolean)
  return parts.join(' · ') || t('job.whatIf.reasonsDiffer')
}

async function tryOut(words: string, body: Trial): Promise<void> {
  trial.value = { words, ...body }
  const tried = await sendQuestion(() =>
    client.POST('/jobs/{job}/what-if', { params: { path: { job: props.job.id } }, body }),
  )
  if (!tried) return
  answer.value = tried.data
  selected.value = 1
}

function without(event: Event): void {
  const id = Number((event.target as HTMLSelectElement).value)
  if (id)
    void tryOut(t('job.whatIf.without', { title: titles.value.get(id) }), {
      kit: props.job.kit.filter((one) => one !== id),
    })
}

function wanting(event: Event): void {
  const intent = intents.value?.intents.find((one) => one.value === (event.target as HTMLSelectElement).value)
  if (intent) void tryOut(intent.title, { intent: intent.value })
}

function drop(): void {
  trial.value = null
  answer.value = null
}

/** Makes the trial this job's own choice; another intent becomes a job of its own. */
async function take(): Promise<void> {
  if (!trial.value) return
  if (trial.value.intent) {
    const { intent, kit } = trial.value
    const body = { intent, ...(kit ? { kit } : {}) }
    const opened = await send(() =>
      client.POST('/jobs/{job}/what-if/open', { params: { path: { job: props.job.id } }, body }),
    )
    if (opened) await router.push(`/jobs/${opened.data.id}`)
    return
  }
  emit(
    'change',
    trial.value.kit
      ? { kit: trial.value.kit }
      : { answers: { ...props.job.answers, house: { ...props.job.answers.house, ...trial.value.house } } },
  )
  drop()
}
</script>

<template>
  <section class="whatif no-print" :aria-label="t('job.whatIf.whatIf')">
    <h3>{{ t('job.whatIf.whatIf') }}</h3>
    <template v-if="ways?.alternatives.length">
      <div class="mute small">{{ t('job.whatIf.oneChangeWouldMake') }}</div>
      <AlternativeRow v-for="way in ways.alternatives" :key="way.words" :way="way"
        ><button
          type="button"
          class="btn small"
          @click="tryOut(way.words, way.intent === null ? { kit: way.kit } : { kit: way.kit, intent: way.intent })"
        >
          {{ t('job.whatIf.showDifference') }}
        </button></AlternativeRow
      >
    </template>
    <div class="asks">
      <label class="small"
        >{{ t('job.whatIf.youLeaveFileOut') }}
        <select :value="0" @change="without">
          <option :value="0">{{ t('job.whatIf.chooseFile') }}</option>
          <option v-for="id in job.kit" :key="id" :value="id">{{ titles.get(id) ?? id }}</option>
        </select></label
      >
      <label class="small"
        >{{ t('job.whatIf.youWantSomethingElse') }}
        <select value="" @change="wanting">
          <option value="">{{ t('job.whatIf.choose') }}</option>
          <option v-for="intent in intents?.intents ?? []" :key="intent.value" :value="intent.value">
            {{ intent.title }}
          </option>
        </select></label
      >
    </div>
    <template v-if="schools?.schools.length">
      <div class="mute small">
        {{ t('job.whatIf.whereCarefulPeopleDiffer') }}
      </div>
      <div v-for="school in schools.schools" :key="school.rule + school.value" class="school" :data-rule="school.rule">
        <span
          >{{ school.question }}: <b>{{ school.label }}</b> <span class="mute">{{ school.reason }}</span></span
        >
        <span class="small mute">{{ short(school) }}</span>
        <button
          type="button"
          class="btn small"
          @click="tryOut(`${school.question}: ${school.label}`, { house: { [school.rule]: school.value } })"
        >
          {{ t('job.whatIf.showDifference') }}
        </button>
      </div>
    </template>
    <ErrorNote :error="refused" />
    <div v-if="trial && answer" class="sheet trial" role="status">
      <div class="head">
        <b>{{ trial.words }}</b><span class="grow" />
        <button v-if="trial.intent || answer.difference.changed" type="button" class="btn small" @click="take">
          {{ trial.intent ? t('job.whatIf.openAsJobIts') : t('job.whatIf.useJob') }}
        </button>
        <button type="button" class="btn small" @click="drop">{{ t('job.whatIf.leavePlanAs') }}</button>
      </div>
      <PlanDifference :difference="answer.difference" />
      <ScorePicture
        v-if="answer.plan.steps.length"
        :plan="answer.plan"
        :selected="selected"
        @select="selected = $event"
      />
    </div>
  </section>
</template>

<style scoped>
.whatif {
  padding: 4px 20px 16px;
  display: grid;
  gap: 8px;
}
h3 {
  margin: 8px 0 0;
  font-size: 16px;
}
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
}
.asks label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  max-width: 100%;
}
.asks select {
  max-width: 260px;
}
.school {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 4px 14px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 5px 0;
  font-size: 13.5px;
}
.trial {
  padding: 12px 16px;
  display: grid;
  gap: 10px;
  border-color: var(--slate);
}
.head {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.grow {
  flex: 1;
}
@media (max-width: 700px) {
  .school {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
