<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { t } from '../app/i18n'
import { kindName } from '../app/names'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import type { ChoicesAnswer, IntentsAnswer } from '../generated/api'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'
import ChoiceList, { type Choice } from './ChoiceList.vue'

/** Begins half filled: with the phone that it was opened from, or with the file. */
const props = defineProps<{
  phone?: string | null
  file?: { id: number; title: string; kind: string | null } | null
  /** files that come into the kit beside it */
  beside?: number[]
}>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ opened: [id: number] }>()

type IntentValue = IntentsAnswer['intents'][number]['value']
const { data: all, error: noIntents } = useAnswer('/intents')
const { send, refused, busy, forget } = useSend()
const intents = computed(() => {
  const kind = props.file?.kind
  return (all.value?.intents ?? []).filter((one) => !kind || one.takes.includes(kind))
})
const intent = ref<IntentValue>('fresh')
const unit = ref<string | null>(null)
const subject = ref<number | null>(null)
watch(intents, (now) => {
  if (now.length && !now.some((one) => one.value === intent.value)) intent.value = now[0]!.value
})
const wanted = computed(() => intents.value.find((one) => one.value === intent.value))
const takes = computed(() => wanted.value?.takes ?? [])

/** Who goes through the phones by key does not ask for the files of each. */
const settledUnit = refDebounced(unit, 150)
const { data: answered, error: noChoices } = useAnswer('/choices', () =>
  wanted.value === undefined
    ? null
    : {
        query: {
          intent: intent.value,
          ...(settledUnit.value === null ? {} : { unit: settledUnit.value }),
          ...(props.file ? { package: props.file.id } : {}),
        },
      },
)
/** The last answer stands until the next has come; its verdicts are shown only for what they were given for. */
const choices = computed(() => (answered.value?.intent === intent.value ? answered.value : null))
const judged = computed(() => (choices.value?.unit === unit.value ? choices.value : null))
const error = computed(() => refused.value ?? noIntents.value ?? noChoices.value)
const complete = computed(
  () => unit.value !== null && wanted.value !== undefined && (takes.value.length === 0 || subject.value !== null),
)
const wantedKind = computed(() =>
  takes.value.length === 1 ? kindName(takes.value[0]!) : t('bench.newJobDialog.anyFile'),
)

const phones = computed<Choice[]>(() =>
  (choices.value?.phones ?? []).map((one) => ({
    value: one.label,
    title: `${one.label} · ${one.codename}`,
    about: one.name ?? '',
    level: one.level,
    words: one.words,
  })),
)
const about = (file: ChoicesAnswer['files'][number]): string =>
  [
    takes.value.length > 1 ? kindName(file.kind) : '',
    file.codenames.length ? t('bench.newJobDialog.for', { file: file.codenames.join(', ') }) : '',
    file.name === file.title ? '' : file.name,
  ]
    .filter(Boolean)
    .join(' · ')
const files = computed<Choice[]>(() =>
  (judged.value?.files ?? []).map((one) => ({
    value: one.id,
    title: one.title,
    about: about(one),
    level: one.level,
    words: one.words,
  })),
)

watch(intent, () => {
  if (!props.file) subject.value = null
})
watch(
  open,
  (isOpen) => {
    if (!isOpen) return
    forget()
    unit.value = props.phone ?? null
    subject.value = props.file?.id ?? null
  },
  { immediate: true },
)

async function addBeside(id: number, files: number[]): Promise<void> {
  const path = { job: id }
  const job = await send(() => client.GET('/jobs/{job}', { params: { path } }))
  if (!job) return
  const { kit, version } = job.data
  const body = { kit: [...new Set([...kit, ...files])], version }
  await send(() => client.PATCH('/jobs/{job}', { params: { path }, body }))
}

async function start(): Promise<void> {
  if (busy.value || unit.value === null) return
  const file = takes.value.length ? { package: subject.value } : {}
  const body = { unit: unit.value, ...file, intent: intent.value }
  const opened = await send(() => client.POST('/jobs', { body }))
  if (!opened) return
  if (props.beside?.length) await addBeside(opened.data.id, props.beside)
  open.value = false
  emit('opened', opened.data.id)
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-labelledby="new-job-title" scrollable>
    <v-card class="pa-5">
      <h2 id="new-job-title">
        {{
          t('bench.newJobDialog.newJob', {
            phone: phone
              ? t('bench.newJobDialog.on', { phone })
              : file
                ? t('bench.newJobDialog.with', { title: file.title })
                : '',
          })
        }}
      </h2>
      <div class="body">
        <ErrorNote :error="error" />
        <label class="intent"
          ><span class="mute small">{{ t('bench.newJobDialog.whatDoYouWant') }}</span>
          <select v-model="intent" name="intent">
            <option v-for="one in intents" :key="one.value" :value="one.value">{{ one.title }}</option>
          </select></label
        >
        <p class="mute small">{{ wanted?.words }}</p>
        <ChoiceList
          v-if="!phone"
          v-model="unit"
          name="phone"
          :legend="t('bench.newJobDialog.whichPhone')"
          :choices="phones"
          :misfits="file ? t('bench.newJobDialog.doesNotFitThem') : t('bench.newJobDialog.theyCannotBePlanned')"
          :none="t('bench.newJobDialog.noPhoneBenchAdd')"
        />
        <ChoiceList
          v-if="takes.length && !file && unit !== null && judged"
          v-model="subject"
          name="file"
          :legend="t('bench.newJobDialog.which', { kindName: wantedKind })"
          :choices="files"
          :misfits="t('bench.newJobDialog.theyDoNotFit', { unit })"
          :none="t('bench.newJobDialog.shelfHasNoFile', { takes: takes.map(kindName).join(', ') })"
        />
        <SkeletonRows v-else-if="takes.length && !file && unit !== null && !error" :rows="4" />
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
        <button type="button" class="btn act" :disabled="busy || !complete" @click="start">
          {{ busy ? t('bench.newJobDialog.makingPlan') : t('bench.newJobDialog.makePlan') }}
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.body {
  overflow-y: auto;
  padding: 2px;
}
.intent {
  display: grid;
  gap: 3px;
}
.intent select {
  min-height: 38px;
}
p {
  margin: 6px 0 0;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
}
</style>
