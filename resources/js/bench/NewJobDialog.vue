<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import ErrorNote from '../app/ErrorNote.vue'
import type { IntentsAnswer, UnitCard } from '../generated/api'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ units: UnitCard[]; chosen: string | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ opened: [id: number] }>()

const { data: all, error: noIntents } = useAnswer('/intents')
const { data: shelf, error: noShelf } = useAnswer('/shelf')
const { send, refused, busy, forget } = useSend()
const intents = computed(() => all.value?.intents ?? [])
const intent = ref<IntentsAnswer['intents'][number]['value']>('fresh')
const unit = ref<string | null>(null)
const subject = ref<number | null>(null)
const error = computed(() => refused.value ?? noIntents.value ?? noShelf.value)

const phones = computed(() =>
  props.units
    .filter((one) => one.codename !== null)
    .map((one) => ({ title: `${one.label} · ${one.codename}`, value: one.label })),
)
const codename = computed(() => props.units.find((one) => one.label === unit.value)?.codename ?? undefined)
const wanted = computed(() => intents.value.find((one) => one.value === intent.value))
const takes = computed(() => wanted.value?.takes ?? [])
const complete = computed(
  () => unit.value !== null && wanted.value !== undefined && (takes.value.length === 0 || subject.value !== null),
)
const label = computed(() =>
  takes.value.length === 1 ? takes.value[0]!.replace(/^./, (first) => first.toUpperCase()) : 'File',
)

interface Choice {
  title: string
  value: number
  props: { subtitle: string }
}
const madeFor = (file: { kind: string | null; codenames: string[] }): string =>
  file.codenames.join(', ') || (file.kind === 'build' ? 'an unknown phone' : 'any phone')

/**
 * Files made for the chosen phone, or for any, come first. The others stay choosable, and the plan says why they are
 * refused.
 */
const files = computed<Choice[]>(() => {
  const rows = (shelf.value?.packages ?? []).filter((file) => !file.missing && takes.value.includes(file.kind ?? ''))
  const away = (file: (typeof rows)[number]): number =>
    file.integrity !== 'damaged' &&
    (file.codenames.length === 0 || (codename.value !== undefined && file.codenames.includes(codename.value)))
      ? 0
      : 1
  return [...rows]
    .sort((a, b) => away(a) - away(b))
    .map((file) => ({
      title: `${file.title} for ${madeFor(file)}`,
      value: file.id,
      props: { subtitle: `${takes.value.length > 1 ? `${file.kind} · ` : ''}${file.name} · ${file.integrity}` },
    }))
})

watch(intent, () => {
  subject.value = null
})
watch(
  open,
  (isOpen) => {
    if (!isOpen) return
    forget()
    unit.value = props.chosen
    subject.value = null
  },
  { immediate: true },
)

async function start(): Promise<void> {
  if (busy.value || unit.value === null) return
  const file = takes.value.length ? { package: subject.value } : {}
  const body = { unit: unit.value, ...file, intent: intent.value }
  const opened = await send(() => client.POST('/jobs', { body }))
  if (!opened) return
  open.value = false
  emit('opened', opened.data.id)
}
</script>

<template>
  <v-dialog v-model="open" max-width="560">
    <v-card class="pa-5">
      <h2>New job</h2>
      <ErrorNote :error="error" />
      <v-select v-model="unit" :items="phones" label="Phone" />
      <v-select v-model="intent" :items="intents" label="What is wanted" />
      <v-select
        v-if="takes.length"
        v-model="subject"
        :items="files"
        item-props="props"
        :label="label"
        :disabled="unit === null"
        :no-data-text="`No file of this kind is on the shelf: ${takes.join(', ')}.`"
      />
      <p class="mute small">{{ wanted?.words }}</p>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">Close</button>
        <button type="button" class="btn act" :disabled="busy || !complete" @click="start">
          {{ busy ? 'Making the plan' : 'Make the plan' }}
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
}
</style>
