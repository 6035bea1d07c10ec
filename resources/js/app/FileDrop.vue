<script setup lang="ts">
import { ref } from 'vue'
import { t } from './i18n'

/** A text that is pasted, typed, dropped as a file or chosen as one. */
defineProps<{ label: string; name: string }>()
const text = defineModel<string>({ required: true })
const over = ref(false)

async function take(file: File | undefined): Promise<void> {
  over.value = false
  if (file) text.value = await file.text()
}
</script>

<template>
  <div
    class="drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="take($event.dataTransfer?.files[0])"
  >
    <label
      >{{ label }}
      <textarea v-model="text" :name="name" class="mono" rows="6" spellcheck="false" />
    </label>
    <input
      type="file"
      :aria-label="t('app.fileDrop.chooseFile', { label })"
      @change="take(($event.target as HTMLInputElement).files?.[0])"
    />
  </div>
</template>

<style scoped>
.drop {
  border: 1px dashed var(--line);
  border-radius: 4px;
  padding: 8px 10px;
}
.drop.over {
  border-color: var(--brass);
  background: var(--brass-soft);
}
label {
  display: grid;
  gap: 4px;
  font-size: 13px;
  color: var(--mute);
}
textarea {
  width: 100%;
  font-size: 12px;
  resize: vertical;
}
input[type='file'] {
  font-size: 12.5px;
  margin-top: 6px;
  max-width: 100%;
}
</style>
