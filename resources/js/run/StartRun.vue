<script setup lang="ts">
import type { JobAnswer } from '../generated/api'

defineProps<{ job: JobAnswer; starting: boolean }>()
const emit = defineEmits<{ start: [link: 'stand-in' | 'hands'] }>()
</script>

<template>
  <div class="empty">
    <template v-if="job.plan.verdict.level === 'clear'">
      <p v-if="starting" role="status">The run is being started.</p>
      <p v-else>The plan is clear. Before the first write the run asks for the phone's label.</p>
      <p class="ways">
        <button type="button" class="btn act" :disabled="starting" @click="emit('start', 'stand-in')">
          Run it on the stand-in phone
        </button>
        <button type="button" class="btn" :disabled="starting" @click="emit('start', 'hands')">
          I do it by hand, step by step
        </button>
      </p>
    </template>
    <p v-else>{{ job.plan.verdict.words }}. A run can start once everything is decided.</p>
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
