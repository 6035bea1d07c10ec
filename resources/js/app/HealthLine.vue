<script setup lang="ts">
import { computed } from 'vue'
import { t } from './i18n'
import { useAnswer } from './useAnswer'

const BEAT_MS = 5000
const { data, error } = useAnswer('/health', undefined, BEAT_MS)
const setAside = computed(() => data.value?.setAside ?? 0)
const problems = computed(() => (error.value === null ? (data.value?.problems ?? []) : [error.value.message]))
</script>

<template>
  <div v-if="problems.length > 0 || setAside > 0" class="health" role="status">
    <p v-for="problem in problems" :key="problem">{{ problem }}</p>
    <p v-if="setAside > 0">
      {{ t('app.healthLine.entriesCannotBeRead', { count: setAside }) }}
      <RouterLink to="/set-aside">{{ t('app.healthLine.look') }}</RouterLink>
    </p>
  </div>
  <p v-for="note in data?.notes ?? []" :key="note" class="note small">{{ note }}</p>
</template>

<style scoped>
.note {
  margin: 0;
  padding: 4px 24px;
  color: var(--mute);
  border-bottom: 1px solid var(--line);
}
.health {
  background: var(--plum-soft);
  color: var(--plum);
  border-bottom: 2px solid var(--plum);
  padding: 8px 24px;
}
.health p {
  margin: 0;
}
.health p + p {
  margin-top: 4px;
}
</style>
