<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { stateName } from '../app/names'
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
  record.value?.journalIsWhole ? t('job.recordSection.journalWhole') : t('job.recordSection.journalNotWholeLine'),
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
    <div v-if="!job.run" class="empty">{{ t('job.recordSection.nothingHasBeenRun') }}</div>
    <template v-else-if="record">
      <div class="head">
        <div>
          <b>{{ runWords(record.status) }}</b>
          <span class="mute small"
            >{{ ' '
            }}{{
              t('job.recordSection.startedLastEvent', {
                startedAt: dateTimeOf(record.startedAt),
                endedAt: dateTimeOf(record.endedAt),
                wholeness,
                signed: record.signed,
              })
            }}</span
          >
        </div>
        <div class="acts no-print">
          <a class="btn small" :href="`/api/runs/${job.run.id}/record.md`">{{ t('job.recordSection.markdown') }}</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/run.jsonl`">{{ t('job.recordSection.jsonLines') }}</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/run.csv`">{{ t('job.recordSection.csv') }}</a>
          <a class="btn small" :href="`/api/runs/${job.run.id}/journal.json`">{{
            t('job.recordSection.journalAsJson')
          }}</a>
          <button type="button" class="btn small" @click="print">{{ t('job.recordSection.printRecord') }}</button>
        </div>
      </div>
      <section class="mb-6">
        <h2>{{ t('job.recordSection.beforeAfter') }}</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th>{{ t('common.what') }}</th>
                <th>{{ t('job.recordSection.before') }}</th>
                <th>{{ t('job.recordSection.after') }}</th>
                <th>{{ t('job.recordSection.howKnown') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in record.changes" :key="row.name">
                <td>{{ row.label }}</td>
                <td class="mono wrap">{{ row.before }}</td>
                <td class="mono wrap">
                  <b>{{ row.after }}</b>
                </td>
                <td class="small mute">
                  {{ row.seen ? t('job.recordSection.seenPhone') : t('job.recordSection.followsFromStep') }}
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section class="mb-6">
        <h2>{{ t('job.recordSection.stepsPlannedTaken') }}</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th></th>
                <th>{{ t('common.step') }}</th>
                <th>{{ t('common.planned') }}</th>
                <th>{{ t('job.recordSection.actualTime') }}</th>
                <th>{{ t('job.recordSection.whatWasSeen') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in record.steps" :key="row.number">
                <td class="mono mute">{{ row.number }}</td>
                <td>{{ row.title }}</td>
                <td class="mono">{{ duration(row.expectedSeconds) }}</td>
                <td class="mono">{{ row.seconds === null ? '–' : duration(row.seconds) }}</td>
                <td class="small">{{ row.done ? row.evidence : t('job.recordSection.notDone') }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section v-if="record.deviations.length" class="mb-6">
        <h2>{{ t('job.recordSection.whatWentDifferently') }}</h2>
        <p v-for="(row, index) in record.deviations" :key="index">
          <span class="mono small">{{ dateTimeOf(row.at) }}</span>
          {{ t('job.recordSection.step2', { step: row.step, says: row.says }) }}
        </p>
      </section>
      <section v-if="record.nextUpdate.length" class="mb-6">
        <h2>{{ t('job.recordSection.atNextUpdate') }}</h2>
        <ul>
          <li v-for="line in record.nextUpdate" :key="line">{{ line }}</li>
        </ul>
      </section>
      <section class="mb-6">
        <h2>{{ t('job.recordSection.notes') }}</h2>
        <p v-for="(row, index) in record.notes" :key="index">
          <span class="mono small">{{ dateTimeOf(row.at) }}</span><template v-if="row.step"
            >{{ ' ' }}{{ t('job.recordSection.step3', { step: row.step }) }}</template
          >: <span class="note">{{ row.note }}</span>
        </p>
        <form class="no-print write" @submit.prevent="write">
          <textarea
            v-model="note"
            rows="2"
            :aria-label="t('common.note')"
            :placeholder="t('job.recordSection.whatYouWantFind')"
          />
          <button type="submit" class="btn small" :disabled="note.trim() === ''">
            {{ t('job.recordSection.keepNote') }}
          </button>
        </form>
      </section>
      <section v-if="record.losses.length" class="mb-6">
        <h2>{{ t('job.recordSection.whatWasGivenUp') }}</h2>
        <p v-for="row in record.losses" :key="row.label">
          <b>{{ row.label }}</b>: {{ row.says }}
        </p>
      </section>
      <section>
        <h2>{{ t('job.recordSection.files') }}</h2>
        <div class="scroll-x">
          <table class="rows">
            <thead>
              <tr>
                <th>{{ t('common.file') }}</th>
                <th>{{ t('common.size') }}</th>
                <th>{{ t('job.recordSection.sha256') }}</th>
                <th>{{ t('job.recordSection.check') }}</th>
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
                <td>{{ stateName(file.integrity) }}</td>
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
