<script setup lang="ts">
import { computed, ref } from 'vue'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes, dateTimeOf, duration, exactBytes } from '../app/format'
import { runWords } from '../bench/words'
import type { JobAnswer } from '../generated/api'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ job: JobAnswer }>()
const { data: record, error } = useAnswer('/runs/{run}/record', () =>
  props.job.run ? { path: { run: props.job.run.id } } : null,
)
const { send, refused } = useSend()
const wholeness = computed(() =>
  record.value?.journalIsWhole ? 'the journal is whole' : 'the journal is not whole: a line was changed',
)

const note = ref('')
async function write(): Promise<void> {
  const path = { run: props.job.run!.id }
  const written = await send(() => client.POST('/runs/{run}/notes', { params: { path }, body: { note: note.value } }))
  if (written) note.value = ''
}
const print = (): void => window.print()
</script>

<template>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <div v-if="!job.run" class="empty">Nothing has been run yet. The record begins with the first step.</div>
    <template v-else-if="record">
      <div class="head">
        <div>
          <b>{{ runWords(record.status) }}</b>
          <span class="mute small">
            · started {{ dateTimeOf(record.startedAt) }} · last event {{ dateTimeOf(record.endedAt) }} ·
            {{ wholeness }}, {{ record.signed }}</span
          >
        </div>
        <div class="acts no-print">
          <a class="btn small" :href="`/api/runs/${job.run.id}/record.md`">Markdown</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/run.jsonl`">JSON Lines</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/run.csv`">CSV</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/journal.json`">Journal as JSON</a>
          <button type="button" class="btn small" @click="print">Print the record</button>
        </div>
      </div>
      <section class="mb-6">
        <h2>Before and after</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th>What</th>
                <th>Before</th>
                <th>After</th>
                <th>How it is known</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in record.changes" :key="row.name">
                <td>{{ row.label }}</td>
                <td class="mono wrap">{{ row.before }}</td>
                <td class="mono wrap">
                  <b>{{ row.after }}</b>
                </td>
                <td class="small mute">{{ row.seen ? 'seen on the phone' : 'follows from the step' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section class="mb-6">
        <h2>Steps: planned and taken</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th></th>
                <th>Step</th>
                <th>Planned</th>
                <th>Actual time</th>
                <th>What was seen</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in record.steps" :key="row.number">
                <td class="mono mute">{{ row.number }}</td>
                <td>{{ row.title }}</td>
                <td class="mono">{{ duration(row.expectedSeconds) }}</td>
                <td class="mono">{{ row.seconds === null ? '–' : duration(row.seconds) }}</td>
                <td class="small">{{ row.done ? row.evidence : 'not done' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section v-if="record.deviations.length" class="mb-6">
        <h2>What went differently</h2>
        <p v-for="(row, index) in record.deviations" :key="index">
          <span class="mono small">{{ dateTimeOf(row.at) }}</span> step {{ row.step }}: {{ row.says }}
        </p>
      </section>
      <section v-if="record.nextUpdate.length" class="mb-6">
        <h2>At the next update</h2>
        <ul>
          <li v-for="line in record.nextUpdate" :key="line">{{ line }}</li>
        </ul>
      </section>
      <section class="mb-6">
        <h2>Notes</h2>
        <p v-for="(row, index) in record.notes" :key="index">
          <span class="mono small">{{ dateTimeOf(row.at) }}</span><template v-if="row.step">
            step {{ row.step }}</template
          >: <span class="note">{{ row.note }}</span>
        </p>
        <form class="no-print write" @submit.prevent="write">
          <textarea
            v-model="note"
            rows="2"
            aria-label="Note"
            placeholder="What you want to find again a year from now"
          />
          <button type="submit" class="btn small" :disabled="note.trim() === ''">Keep this note</button>
        </form>
      </section>
      <section v-if="record.losses.length" class="mb-6">
        <h2>What was given up or comes back</h2>
        <p v-for="row in record.losses" :key="row.label">
          <b>{{ row.label }}</b>: {{ row.says }}
        </p>
      </section>
      <section>
        <h2>Files</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th>File</th>
                <th>Size</th>
                <th>SHA-256</th>
                <th>Check</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="file in record.files" :key="file.name">
                <td>
                  {{ file.title }}
                  <div class="mono small mute">{{ file.name }}</div>
                </td>
                <td class="mono" :title="exactBytes(file.sizeBytes)">{{ bytes(file.sizeBytes) }}</td>
                <td class="mono small wrap hash">{{ file.sha256 }}</td>
                <td>{{ file.integrity }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  flex-wrap: wrap;
  gap: 10px;
  margin-bottom: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.hash {
  max-width: 330px;
}
section p {
  margin: 0 0 4px;
}
ul {
  margin: 0;
  padding-left: 20px;
  max-width: 64em;
}
.note {
  white-space: pre-line;
}
.write {
  display: flex;
  gap: 10px;
  align-items: end;
  max-width: 760px;
  margin-top: 6px;
}
.write textarea {
  flex: 1;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 6px 8px;
  font: inherit;
}
</style>
