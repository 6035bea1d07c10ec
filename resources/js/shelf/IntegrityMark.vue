<script setup lang="ts">
import { computed } from 'vue'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileSummary } from '../generated/api'

const props = defineProps<{ file: FileSummary }>()
const mark = computed(() => {
  const file = props.file
  if (file.missing) return { level: 'mind', words: 'missing' }
  if (file.problem !== null || file.integrity === 'damaged') return { level: 'stop', words: 'damaged' }
  if (file.sha256 === null)
    return { level: 'note', words: `reading ${Math.round((100 * file.hashedBytes) / Math.max(1, file.sizeBytes))} %` }
  return file.integrity === 'verified'
    ? { level: 'clear', words: 'verified' }
    : { level: 'settle', words: 'unverified' }
})
</script>

<template>
  <VerdictMark :level="mark.level" :words="mark.words" :title="file.integrityReason" />
</template>
