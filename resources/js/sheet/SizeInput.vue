<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import { exactBytes } from '../app/format'
import { readSize, writtenSize } from '../app/size'

/** A size in bytes, read and written as people write sizes. */
const bytes = defineModel<number | undefined>({ required: true })
defineProps<{ name: string; label: string }>()

const text = ref('')
const wrong = ref(false)
watch(
  bytes,
  (now) => {
    if (readSize(text.value) !== (now ?? null)) text.value = now === undefined ? '' : writtenSize(now)
  },
  { immediate: true },
)

function take(): void {
  const read = text.value.trim() === '' ? undefined : readSize(text.value)
  wrong.value = read === null
  if (read !== null) bytes.value = read
}
</script>

<template>
  <span class="size">
    <input
      v-model="text"
      class="mono"
      :name="name"
      :aria-label="label"
      :aria-invalid="wrong"
      :title="bytes === undefined ? '' : exactBytes(bytes)"
      :placeholder="t('sheet.sizeInput.n8Gib')"
      @change="take"
    />
    <span v-if="wrong" class="small wrong" role="alert">{{ t('sheet.sizeInput.writeSize64Mib') }}</span>
  </span>
</template>

<style scoped>
.size {
  display: inline-grid;
}
input {
  width: 130px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 8px;
}
.wrong {
  color: var(--plum);
}
</style>
