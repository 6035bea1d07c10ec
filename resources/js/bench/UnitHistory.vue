<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { ago, dateTimeOf } from '../app/format'
import { useSend } from '../app/useSend'
import type { UnitAnswer } from '../generated/api'

const props = defineProps<{ unit: string; history: UnitAnswer['history'] }>()
const { send, refused } = useSend()
const text = ref('')
const kinds: Record<string, string> = { state: 'look', backup: 'backup', note: 'note', job: 'job', run: 'run' }

async function write(): Promise<void> {
  const path = { unit: props.unit }
  const written = await send(() => client.POST('/units/{unit}/notes', { params: { path }, body: { text: text.value } }))
  if (written) text.value = ''
}

async function takeBack(at: string): Promise<void> {
  await send(() => client.POST('/units/{unit}/undo', { params: { path: { unit: props.unit } }, body: { at } }))
}
</script>

<template>
  <form class="write" @submit.prevent="write">
    <label>{{ t('bench.unitHistory.note') }} <textarea v-model="text" name="note" rows="2" /></label>
    <button type="submit" class="btn" :disabled="text.trim() === ''">{{ t('bench.unitHistory.keepNote') }}</button>
  </form>
  <ErrorNote class="mt-3" :error="refused" />
  <ol class="history">
    <li v-for="(entry, index) in history" :key="index" :class="entry.kind">
      <span class="when mute small" :title="dateTimeOf(entry.at)">{{ ago(entry.at) }}</span>
      <span class="kind small">{{ kinds[entry.kind] }}</span>
      <span>
        <RouterLink v-if="entry.to" :to="entry.to">{{ entry.text }}</RouterLink><b v-else>{{ entry.text }}</b>
        <button v-if="entry.undo" type="button" class="btn small" @click="takeBack(entry.undo)">
          {{ t('bench.unitHistory.takePasteBack') }}
        </button>
        <details v-if="entry.details.length > 3" class="small">
          <summary>{{ t('bench.unitHistory.values', { count: entry.details.length }) }}</summary>
          <div v-for="line in entry.details" :key="line">{{ line }}</div>
        </details>
        <span v-for="line in entry.details.length > 3 ? [] : entry.details" :key="line" class="line small">{{
          line
        }}</span>
      </span>
    </li>
  </ol>
</template>

<style scoped>
.write {
  display: flex;
  gap: 12px;
  align-items: end;
  margin-bottom: 14px;
}
.write label {
  display: grid;
  gap: 3px;
  flex: 1;
  max-width: 560px;
}
.history {
  list-style: none;
  padding: 0 0 0 12px;
  margin: 0;
}
/* A line through time with a knot at each event. */
.history li {
  position: relative;
  display: grid;
  grid-template-columns: 110px 60px minmax(0, 1fr);
  gap: 10px;
  padding: 7px 0 7px 18px;
  border-left: 2px solid var(--line);
}
.history li::before {
  content: '';
  position: absolute;
  left: -6px;
  top: 12px;
  width: 10px;
  height: 10px;
  border-radius: 50%;
  border: 2px solid var(--slate);
  background: var(--ground);
}
.history li.run::before {
  background: var(--slate);
}
.history li.backup::before {
  background: var(--moss);
  border-color: var(--moss);
}
.kind {
  color: var(--slate);
  font-weight: 700;
}
.line {
  display: block;
}
@media (max-width: 700px) {
  .history li {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
