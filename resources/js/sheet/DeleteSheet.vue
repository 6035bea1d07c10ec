<script setup lang="ts">
import { useRouter } from 'vue-router'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { t } from '../app/i18n'
import { offerUndo } from '../app/undo'
import { useSend } from '../app/useSend'
import type { ModelSheet } from '../generated/api'

/** Deletes a model sheet, which can be undone. */
const props = defineProps<{ codename: string; kept: ModelSheet | null }>()
const router = useRouter()
const { send, refused } = useSend()

async function remove(): Promise<void> {
  const { codename, kept } = props
  if (!(await send(() => client.DELETE('/sheets/{sheet}', { params: { path: { sheet: codename } } })))) return
  if (kept !== null) {
    offerUndo(t('sheet.sheetPage.sheetDeleted', { codename }), () =>
      send(() => client.PUT('/sheets/{codename}', { params: { path: { codename } }, body: kept })),
    )
  }
  await router.push('/bench')
}
</script>

<template>
  <div class="mt-4">
    <ErrorNote :error="refused" />
    <button type="button" class="btn erase small" @click="remove">{{ t('sheet.sheetPage.deleteSheet') }}</button>
  </div>
</template>
