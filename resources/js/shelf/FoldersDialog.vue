<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ own: string; folders: string[] }>()
const open = defineModel<boolean>({ required: true })

const added = ref('')
const { send, refused } = useSend()

async function keep(folders: string[]): Promise<void> {
  if (await send(() => client.PUT('/shelf/folders', { body: { folders } }))) added.value = ''
}
</script>

<template>
  <v-dialog v-model="open" max-width="620" :aria-label="t('shelf.foldersDialog.foldersShelf')">
    <v-card class="pa-5">
      <h2>{{ t('shelf.foldersDialog.foldersShelf') }}</h2>
      <p class="small mb-3">
        {{ t('shelf.foldersDialog.filesReadWhereThey') }}
      </p>
      <ErrorNote :error="refused" />
      <div class="folder">
        <span class="mono">{{ own }}</span><span class="mute small">{{
          t('shelf.foldersDialog.itsOwnUploadsGo')
        }}</span>
      </div>
      <div v-for="folder in folders" :key="folder" class="folder">
        <span class="mono">{{ folder }}</span><button
          type="button"
          class="btn small"
          :aria-label="t('shelf.foldersDialog.leaveOut', { folder })"
          @click="keep(props.folders.filter((one) => one !== folder))"
        >
          {{ t('common.leaveOut') }}
        </button>
      </div>
      <form class="add" @submit.prevent="keep([...folders, added])">
        <label
          >{{ t('shelf.foldersDialog.anotherFolderMachine') }}
          <input v-model.trim="added" name="folder" class="mono" :placeholder="t('shelf.foldersDialog.home')"
        /></label>
        <button type="submit" class="btn" :disabled="added === ''">{{ t('shelf.foldersDialog.add') }}</button>
      </form>
      <div class="text-right mt-3">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.folder {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
.add {
  display: flex;
  gap: 12px;
  align-items: end;
  margin-top: 12px;
}
.add label {
  display: grid;
  gap: 3px;
  flex: 1;
  font-size: 13px;
  color: var(--mute);
}
</style>
