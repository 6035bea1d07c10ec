<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { FindingRow, JobAnswer } from '../generated/api'
import { actionOf, agreedTo, withAgreed, without } from './settling'

/** What only a person can look at before the work, as one list to tick. */
const props = defineProps<{ job: JobAnswer; rows: FindingRow[] }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const left = computed(() => props.rows.filter((row) => actionOf(row, 'tick')))

function tick(row: FindingRow, isTicked: boolean): void {
  emit('change', isTicked ? withAgreed(props.job, [row.key]) : without(props.job, row.key))
}
function tickAll(): void {
  emit(
    'change',
    withAgreed(
      props.job,
      left.value.map((row) => row.key),
    ),
  )
}
</script>

<template>
  <section v-if="rows.length" class="mb-6" data-test="look-list">
    <div class="head">
      <h2>{{ t('job.lookList.lookAtTheseBefore') }}</h2>
      <button v-if="left.length > 1 && !job.run" type="button" class="btn small" @click="tickAll">
        {{ t('job.lookList.tickAll', { count: left.length }) }}
      </button>
    </div>
    <label v-for="row in rows" :key="row.key" :title="row.reason" :data-finding="row.key">
      <input
        type="checkbox"
        :checked="agreedTo(job, row.key)"
        :disabled="!!job.run"
        @change="tick(row, ($event.target as HTMLInputElement).checked)"
      />
      <span
        >{{ row.need }} <span class="small mute">{{ row.reason }}</span></span
      >
    </label>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 16px;
  align-items: baseline;
}
label {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 4px 10px;
  max-width: 980px;
  cursor: pointer;
}
label:hover {
  background: var(--soft);
}
</style>
