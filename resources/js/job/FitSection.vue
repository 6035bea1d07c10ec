<script setup lang="ts">
import { computed } from 'vue'
import { cautions } from '../app/cautions'
import type { JobAnswer } from '../generated/job'
import FindingList from './FindingList.vue'
import SettleForm from './SettleForm.vue'

const props = defineProps<{ job: JobAnswer }>()
defineEmits<{ change: [body: { answers: JobAnswer['answers'] }]; learned: [] }>()

const groups = [
  { name: 'The plan as a whole', rules: ['PLAN', 'PROOF', 'ORDER'] },
  { name: 'Is it for this phone', rules: ['FIT', 'KIT'] },
  { name: 'The base underneath', rules: ['BASE'] },
  { name: 'The recovery', rules: ['RECOVERY'] },
  { name: 'Partitions, slots and space', rules: ['LAYOUT', 'SLOTS', 'ERASE'] },
  { name: 'The update', rules: ['UPDATE'] },
  { name: 'What goes back in', rules: ['BACK'] },
]
const weight: Record<string, number> = { stop: 0, settle: 1, mind: 2, note: 3, clear: 4 }
const shown = computed(() =>
  groups
    .map((group) => ({
      name: group.name,
      findings: props.job.plan.findings
        .filter((finding) => group.rules.includes(finding.rule.split('-')[0] ?? ''))
        .sort((a, b) => (weight[a.severity] ?? 9) - (weight[b.severity] ?? 9)),
    }))
    .filter((group) => group.findings.length > 0),
)
</script>

<template>
  <div class="page">
    <section v-for="group in shown" :key="group.name" class="mb-6">
      <h2>{{ group.name }}</h2>
      <FindingList :findings="group.findings">
        <template #settle="{ finding }"
          ><SettleForm :job="job" :finding="finding" @change="$emit('change', $event)" @learned="$emit('learned')"
        /></template>
      </FindingList>
    </section>
    <p class="mute small">{{ cautions[0] }}</p>
  </div>
</template>
