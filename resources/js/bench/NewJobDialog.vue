<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type ApiError } from '../app/api'
import ErrorNote from '../app/ErrorNote.vue'
import type { IntentsAnswer, ShelfAnswer, UnitCard } from '../generated/api'

const props = defineProps<{ units: UnitCard[]; chosen: string | null }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ opened: [id: number] }>()

const intents = ref<IntentsAnswer['intents']>([])
const intent = ref('fresh')
const unit = ref<string | null>(null)
const subject = ref<number | null>(null)
const shelf = ref<ShelfAnswer | null>(null)
const error = ref<ApiError | null>(null)

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
  async (isOpen) => {
    if (!isOpen) return
    error.value = null
    unit.value = props.chosen
    subject.value = null
    try {
      const [all, files] = await Promise.all([api.get<IntentsAnswer>('intents'), api.get<ShelfAnswer>('shelf')])
      intents.value = all.intents
      shelf.value = files
    } catch (caught) {
      error.value = caught as ApiError
    }
  },
  { immediate: true },
)

const making = ref(false)
async function start(): Promise<void> {
  if (making.value) return
  making.value = true
  try {
    const job = await api.post<{ id: number }>('jobs', {
      unit: unit.value,
      ...(takes.value.length ? { package: subject.value } : {}),
      intent: intent.value,
    })
    open.value = false
    emit('opened', job.id)
  } catch (caught) {
    error.value = caught as ApiError
  }
  making.value = false
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
        <button type="button" class="btn act" :disabled="making || !complete" @click="start">
          {{ making ? 'Making the plan' : 'Make the plan' }}
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
