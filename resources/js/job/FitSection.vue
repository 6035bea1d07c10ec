<script setup lang="ts">
import { computed } from 'vue'
import { cautions } from '../app/cautions'
import type { JobAnswer } from '../generated/api'
import FindingList from './FindingList.vue'
import SettleForm from './SettleForm.vue'
import { bySeverity } from './settling'

const props = defineProps<{ job: JobAnswer }>()
defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const shown = computed(() =>
  props.job.areas
    .filter((area) => area.area !== 'prepare')
    .map((area) => ({
      name: area.label,
      findings: props.job.findings.filter((finding) => finding.area === area.area).sort(bySeverity),
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
          ><SettleForm :job="job" :finding="finding" @change="$emit('change', $event)"
        /></template>
      </FindingList>
    </section>
    <p class="mute small">{{ cautions[0] }}</p>
  </div>
</template>
