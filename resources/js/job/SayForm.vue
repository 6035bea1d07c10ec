<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { FindingRow } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** What is so of the model: said once, and known for every job. */
type Asked = FindingRow['actions'][number]['models'][number]

const props = defineProps<{ job: number; models: Asked[]; label: string }>()
const { send, refused, busy } = useSend()
const allAreLikely = computed(() => props.models.length > 1 && props.models.every((one) => one.likely !== null))

async function say(...answers: { field: string; value: string }[]): Promise<void> {
  for (const body of answers) {
    const sent = await send(() => client.POST('/jobs/{job}/said', { params: { path: { job: props.job } }, body }))
    if (!sent) return
  }
}

const sayAll = (): Promise<void> => say(...props.models.map((one) => ({ field: one.field, value: one.likely ?? '' })))
</script>

<template>
  <div class="say" role="group" :aria-label="label">
    <button v-if="allAreLikely" type="button" class="btn act small all" data-say-all :disabled="busy" @click="sayAll">
      {{ t('job.sayForm.allAsMarked', { count: models.length }) }}
    </button>
    <div v-for="one in models" :key="one.field" class="row">
      <span v-if="models.length > 1" class="asks">{{ one.asks }}</span>
      <button
        v-for="choice in one.choices"
        :key="choice.value"
        type="button"
        class="btn small"
        :class="{ likely: choice.value === one.likely }"
        :data-say="choice.value"
        :disabled="busy"
        @click="say({ field: one.field, value: choice.value })"
      >
        {{ choice.value === one.likely ? t('job.settleForm.likely', { choice: choice.label }) : choice.label }}
      </button>
    </div>
    <ErrorNote :error="refused" />
  </div>
</template>

<style scoped>
.say {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.asks {
  flex: 0 0 210px;
}
.all {
  justify-self: start;
}
.likely {
  font-weight: 700;
}
</style>
