<script setup lang="ts">
import { computed, reactive } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { FindingRow } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** What files are: said once, and kept with them for every job. */
type Asked = FindingRow['actions'][number]['files'][number]

const props = defineProps<{ job: number; files: Asked[]; label: string }>()
const { send, refused, busy } = useSend()
const keyOf = (one: Asked): string => `${one.field} ${one.file}`
/** What was chosen here, in place of the likely answer. */
const chosen = reactive<Record<string, string>>({})
const valueOf = (one: Asked): string => chosen[keyOf(one)] ?? one.likely ?? ''

const names = computed(() => [...new Set(props.files.map((one) => one.file))])
const of = (name: string): Asked[] => props.files.filter((one) => one.file === name)
const isComplete = computed(() => props.files.every((one) => valueOf(one) !== ''))

async function tell(): Promise<void> {
  const answers = props.files.map((one) => ({ file: one.file, field: one.field, value: valueOf(one) }))
  await send(() => client.POST('/jobs/{job}/told', { params: { path: { job: props.job } }, body: { answers } }))
}
</script>

<template>
  <form class="tell" :aria-label="label" @submit.prevent="tell">
    <div v-for="name in names" :key="name" class="row">
      <span class="name">{{ name }}</span>
      <select
        v-for="one in of(name)"
        :key="one.field"
        class="field"
        :aria-label="t('job.tellForm.whatOf', { field: one.field, file: name })"
        :data-tell="keyOf(one)"
        :value="valueOf(one)"
        @change="chosen[keyOf(one)] = ($event.target as HTMLSelectElement).value"
      >
        <option value="">{{ t('job.tellForm.notKnown') }}</option>
        <option v-for="choice in one.choices" :key="choice.value" :value="choice.value">
          {{ choice.value === one.likely ? t('job.settleForm.likely', { choice: choice.label }) : choice.label }}
        </option>
      </select>
    </div>
    <button type="submit" class="btn act small" :disabled="busy || !isComplete">
      {{ t('job.tellForm.soItIs', { count: names.length }) }}
    </button>
    <ErrorNote :error="refused" />
  </form>
</template>

<style scoped>
.tell {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.name {
  flex: 0 0 250px;
  overflow-wrap: anywhere;
}
.field {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--ground);
  color: var(--ink);
  padding: 3px 8px;
  font: inherit;
}
</style>
