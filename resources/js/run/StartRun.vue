<script setup lang="ts">
import { t } from '../app/i18n'
import type { JobAnswer } from '../generated/api'

defineProps<{ job: JobAnswer; starting: boolean }>()
const emit = defineEmits<{ start: [link: 'stand-in' | 'hands'] }>()
</script>

<template>
  <div class="empty">
    <template v-if="job.plan.verdict.level === 'clear'">
      <p v-if="starting" role="status">{{ t('run.startRun.runBeingStarted') }}</p>
      <p v-else>{{ t('run.startRun.planClearBeforeFirst') }}</p>
      <p class="ways">
        <button type="button" class="btn act" :disabled="starting" @click="emit('start', 'stand-in')">
          {{ t('run.startRun.runStandPhone') }}
        </button>
        <button type="button" class="btn" :disabled="starting" @click="emit('start', 'hands')">
          {{ t('run.startRun.iDoByHand') }}
        </button>
      </p>
    </template>
    <p v-else>{{ t('run.startRun.runCanStartOnce', { words: job.plan.verdict.words }) }}</p>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: center;
}
</style>
