<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileSummary } from '../generated/api'

const props = defineProps<{ file: FileSummary }>()
const mark = computed(() => {
  const file = props.file
  if (file.missing) return { level: 'mind', words: t('shelf.integrityMark.missing') }
  if (file.problem !== null || file.integrity === 'damaged')
    return { level: 'stop', words: t('shelf.integrityMark.damaged') }
  if (file.sha256 === null && file.hashedBytes === 0) return { level: 'note', words: t('shelf.integrityMark.waits') }
  if (file.sha256 === null) {
    const percent = Math.round((100 * file.hashedBytes) / Math.max(1, file.sizeBytes))
    return { level: 'note', words: t('shelf.integrityMark.reading', { percent }) }
  }
  return file.integrity === 'verified'
    ? { level: 'clear', words: t('shelf.integrityMark.verified') }
    : { level: 'settle', words: t('shelf.integrityMark.unverified') }
})
</script>

<template>
  <VerdictMark :level="mark.level" :words="mark.words" :title="file.integrityReason" />
</template>
