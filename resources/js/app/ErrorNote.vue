<script setup lang="ts">
import { t } from './i18n'
import type { ApiError } from './client'

defineProps<{ error: ApiError | null }>()
</script>

<template>
  <div v-if="error" class="error-note" role="alert">
    <b>{{ error.answer?.what ?? error.message }}</b>
    <template v-if="error.answer?.what">
      <div class="small">
        {{ t('app.errorNote.expected', { where: error.answer.where, expected: error.answer.expected }) }}
      </div>
      <div class="small">{{ error.answer.todo }}</div>
    </template>
  </div>
</template>

<style scoped>
.error-note {
  border: 1px solid var(--plum);
  border-left-width: 4px;
  border-radius: 4px;
  background: var(--plum-soft);
  color: var(--ink);
  padding: 10px 14px;
  margin: 0 0 14px;
}
</style>
