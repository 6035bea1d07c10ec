<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import { ApiError } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import FileDrop from '../app/FileDrop.vue'
import type { ModelSheet } from '../generated/api'

/** A model sheet as a file, which fills the form. */
const emit = defineEmits<{ sheet: [given: ModelSheet] }>()
const text = ref('')
const unreadable = ref<ApiError | null>(null)

function take(): void {
  try {
    unreadable.value = null
    emit('sheet', JSON.parse(text.value) as ModelSheet)
  } catch {
    unreadable.value = new ApiError(t('sheet.sheetPage.notJsonGiveModel'))
  }
}
</script>

<template>
  <details class="mb-4">
    <summary>{{ t('sheet.sheetPage.takeFromFile') }}</summary>
    <ErrorNote :error="unreadable" />
    <FileDrop v-model="text" :label="t('sheet.sheetPage.modelSheetAsJson')" name="sheet" /><button
      type="button"
      class="btn small mt-2"
      :disabled="text === ''"
      @click="take"
    >
      {{ t('sheet.sheetPage.fillFormFrom') }}
    </button>
  </details>
</template>
