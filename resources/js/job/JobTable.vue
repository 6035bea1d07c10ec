<script setup lang="ts">
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import { ago, dateTimeOf } from '../app/format'
import SortHeader from '../app/SortHeader.vue'
import VerdictMark from '../app/VerdictMark.vue'
import { jobWords } from '../bench/words'
import type { JobsAnswer } from '../generated/api'
import type { Column, Order } from './jobOrder'

type Row = JobsAnswer['jobs'][number]
defineProps<{ jobs: Row[]; order: Order; caption: string }>()
defineEmits<{ sort: [by: Column]; copy: [job: Row]; remove: [job: Row] }>()

const router = useRouter()
const columns: { by: Column; title: string }[] = [
  { by: 'phone', title: t('common.phone') },
  { by: 'what', title: t('job.jobTable.whatBeDone') },
  { by: 'stands', title: t('job.jobTable.whereStands') },
  { by: 'opened', title: t('job.jobTable.opened') },
]
const level = (job: Row): string => {
  if (!job.run) return job.verdict.level
  return job.run.status === 'ended' ? 'clear' : ['asked', 'gated', 'lost'].includes(job.run.status) ? 'mind' : 'note'
}
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <caption class="visually-hidden">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <SortHeader
            v-for="column in columns"
            :key="column.by"
            :title="column.title"
            :sorted="order.by === column.by ? (order.down ? 'descending' : 'ascending') : 'none'"
            @sort="$emit('sort', column.by)"
          />
          <th>
            <span class="visually-hidden">{{ t('job.jobTable.copyOrDelete') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="job in jobs"
          :key="job.id"
          class="link"
          tabindex="0"
          @click="router.push(`/jobs/${job.id}`)"
          @keydown.enter.self="router.push(`/jobs/${job.id}`)"
        >
          <td class="mono">
            <b>{{ job.card.codename }}</b> <span class="mute">{{ job.card.label }}</span>
          </td>
          <td>
            {{ job.wanted }}<template v-if="job.build && job.build !== job.wanted">: {{ job.build }}</template>
          </td>
          <td>
            <VerdictMark :level="level(job)" :count="job.verdict.toSettle" :words="jobWords(job)" />
            <span v-if="job.run && job.run.status !== 'ended' && job.run.steps" class="progress">
              <progress
                :max="job.run.steps"
                :value="job.run.step ?? 0"
                :aria-label="t('job.jobTable.steps', { label: job.card.label })"
              />
              <span class="mute small">{{
                t('job.jobTable.step', { step: job.run.step ?? 0, steps: job.run.steps })
              }}</span>
            </span>
            <span v-if="job.waitsFor" class="small mute waits">{{ job.waitsFor }}</span>
          </td>
          <td class="mute" :title="dateTimeOf(job.openedAt)">{{ ago(job.openedAt) }}</td>
          <td class="acts">
            <button
              type="button"
              class="btn small"
              :aria-label="t('job.jobTable.copyJob', { label: job.card.label })"
              @click.stop="$emit('copy', job)"
            >
              {{ t('job.jobTable.copy') }}
            </button>
            <button
              v-if="!job.run"
              type="button"
              class="btn small erase"
              :aria-label="t('job.jobTable.deleteJob', { label: job.card.label })"
              @click.stop="$emit('remove', job)"
            >
              {{ t('job.jobTable.delete') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.waits {
  display: block;
  max-width: 420px;
}
.progress {
  display: flex;
  gap: 8px;
  align-items: center;
}
progress {
  width: 120px;
  height: 8px;
  accent-color: var(--slate);
}
.acts {
  white-space: nowrap;
}
.acts .btn + .btn {
  margin-left: 8px;
}
@media (max-width: 700px) {
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
    padding: 6px 0;
  }
  table.rows td {
    border: 0;
    padding: 2px 6px;
  }
  td:nth-child(2),
  td:nth-child(3) {
    grid-column: 1 / -1;
  }
  td:nth-child(4) {
    align-self: center;
  }
}
</style>
