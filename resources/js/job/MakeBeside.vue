<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes } from '../app/format'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import type { FileAnswer, JobAnswer } from '../generated/api'

/** Has a file of the kit unpacked, or an image taken out of it, and takes what comes of it into the kit. */
const props = defineProps<{ job: JobAnswer; file: string; partition: string | null }>()
const emit = defineEmits<{ change: [body: { kit: number[] }] }>()
const { send, refused, busy } = useSend()
const id = computed(() => props.job.shelf.find((one) => one.name === props.file)?.id ?? 0)
const lastOf = (file: FileAnswer | null): FileAnswer['extraction'] => {
  const last = file?.extraction
  return last?.beside && last.partition === (props.partition ?? '') ? last : null
}
const resultOf = (file: FileAnswer | null): JobAnswer['shelf'][number] | undefined =>
  props.job.shelf.find((one) => one.name === lastOf(file)?.name)
const needsLook = (file: FileAnswer | null): boolean =>
  lastOf(file) !== null && lastOf(file)?.status !== 'failed' && resultOf(file) === undefined
const LOOK_AGAIN_MS = 1000
const { data: page } = useAnswer(
  '/shelf/{package}',
  () => ({ path: { package: id.value } }),
  (answer: FileAnswer | null): number => (needsLook(answer) ? LOOK_AGAIN_MS : 0),
)
const made = computed(() => lastOf(page.value))
const result = computed(() => resultOf(page.value))
const isMaking = computed(() => busy.value || needsLook(page.value))
const queries = useQueryClient()
// What was made has to be read before the shelf of the job shows it.
watch(page, () => {
  if (made.value?.status === 'done' && result.value === undefined) void queries.invalidateQueries()
})

function make(): void {
  const path = { package: id.value, partition: props.partition ?? '' }
  void send(() =>
    props.partition === null
      ? client.POST('/shelf/{package}/unpack', { params: { path } })
      : client.POST('/shelf/{package}/beside/{partition}', { params: { path } }),
  )
}

function take(): void {
  const others = props.partition === null ? props.job.kit.filter((one) => one !== id.value) : props.job.kit
  if (result.value !== undefined) emit('change', { kit: [...others, result.value.id] })
}
</script>

<template>
  <span class="beside">
    <button v-if="result" type="button" class="btn small" @click="take">
      {{ t('job.makeBeside.use', { name: result.name }) }}
    </button>
    <span v-else-if="isMaking" role="status">
      {{ made?.says ?? t('job.makeBeside.waitsItsTurn') }} {{ made?.doneBytes ? bytes(made.doneBytes) : '' }}
    </span>
    <button v-else type="button" class="btn small" @click="make">
      {{
        partition === null
          ? t('job.makeBeside.unpackBeside', { file })
          : t('job.makeBeside.takeOut', { partition, file })
      }}
    </button>
    <span v-if="made?.status === 'failed'" role="alert">{{ made.says }}</span>
    <ErrorNote :error="refused" />
  </span>
</template>

<style scoped>
.beside {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  overflow-wrap: anywhere;
}
</style>
