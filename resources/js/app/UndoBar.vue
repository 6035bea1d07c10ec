<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from './i18n'
import { lastDone } from './undo'

const busy = ref(false)
const failed = ref(false)
watch(lastDone, () => (failed.value = false))
async function undo(): Promise<void> {
  const done = lastDone.value
  if (busy.value || done === null) return
  busy.value = true
  try {
    failed.value = (await done.undo()) === null
    if (!failed.value && lastDone.value === done) lastDone.value = null
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="bar" role="status">
    <template v-if="lastDone">
      <p class="done">
        {{ failed ? t('app.undoBar.tooLate') : lastDone.text }}
        <button v-if="!failed" type="button" class="btn small" :disabled="busy" @click="undo">
          {{ t('app.undoBar.undo') }}
        </button>
        <button type="button" class="btn small" @click="lastDone = null">{{ t('common.close') }}</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.done {
  position: fixed;
  left: 50%;
  bottom: 18px;
  transform: translateX(-50%);
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 0;
  padding: 8px 14px;
  background: var(--paper);
  border: 1px solid var(--slate);
  border-radius: 4px;
  z-index: 20;
  width: max-content;
  max-width: calc(100vw - 24px);
}
</style>
