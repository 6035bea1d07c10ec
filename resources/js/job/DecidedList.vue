<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { JobAnswer } from '../generated/api'
import { without } from './settling'

/** What the person has agreed to in this job; each can be taken back. */
const props = defineProps<{ job: JobAnswer; keys: string[] }>()
defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const decided = computed(() => props.job.findings.filter((finding) => props.keys.includes(finding.key)))
</script>

<template>
  <section v-if="decided.length" class="mb-6">
    <h2>{{ t('job.decidedList.whatYouDecided') }}</h2>
    <ul>
      <li v-for="finding in decided" :key="finding.key" :data-finding="finding.key">
        <span>
          {{ finding.need }}: <b>{{ finding.found }}</b>
          <span class="small mute reason">{{ finding.reason }}</span>
        </span>
        <button
          v-if="!job.run"
          type="button"
          class="btn small"
          :aria-label="t('job.decidedList.takeBack', { need: finding.need })"
          @click="$emit('change', without(job, finding.key))"
        >
          {{ t('job.decidedList.takeBack2') }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-width: 980px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: center;
  padding: 6px 10px;
  border-bottom: 1px solid var(--line);
}
.reason {
  display: block;
}
</style>
