<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import VerdictMark from '../app/VerdictMark.vue'
import type { FindingRow, JobAnswer } from '../generated/api'
import FindingList from './FindingList.vue'

/** What needs nothing of the person, in one line; a press opens it, by group. */
const props = defineProps<{ findings: FindingRow[]; areas: JobAnswer['areas'] }>()

const groups = computed(() =>
  props.areas
    .map((area) => ({ name: area.label, findings: props.findings.filter((one) => one.area === area.area) }))
    .filter((group) => group.findings.length > 0),
)
const inOrder = computed(() => props.findings.filter((one) => one.severity === 'clear').length)
const notes = computed(() => props.findings.length - inOrder.value)
const line = computed(() => {
  const checks = t('job.inOrder.checksOrder', { count: inOrder.value })
  const remarks = t('job.inOrder.goodKnow', { count: notes.value })
  return [inOrder.value ? checks : '', notes.value ? remarks : ''].filter(Boolean).join(', ')
})
</script>

<template>
  <details v-if="findings.length" class="in-order" data-test="in-order">
    <summary>
      <VerdictMark level="clear" :words="line" />
      <span class="mute small">{{ groups.map((group) => `${group.name} ${group.findings.length}`).join(' · ') }}</span>
    </summary>
    <section v-for="group in groups" :key="group.name" class="group">
      <h3>{{ group.name }}</h3>
      <FindingList :findings="group.findings" />
    </section>
  </details>
</template>

<style scoped>
.in-order {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  max-width: 980px;
}
summary {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  padding: 10px 14px;
  cursor: pointer;
}
summary::before {
  content: '+';
  font-weight: 700;
  width: 12px;
}
[open] > summary::before {
  content: '–';
}
.group {
  padding: 4px 14px 10px;
}
h3 {
  font-size: 14px;
  margin: 8px 0 2px;
}
</style>
