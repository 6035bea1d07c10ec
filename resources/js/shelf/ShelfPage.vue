<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes, exactBytes } from '../app/format'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import type { ShelfAnswer } from '../generated/api'
import FileSheet from './FileSheet.vue'
import IntegrityMark from './IntegrityMark.vue'
import UploadTray from './UploadTray.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const FoldersDialog = defineAsyncComponent(() => import('./FoldersDialog.vue'))

const route = useRoute()
const isBeingRead = (file: ShelfAnswer['packages'][number]): boolean =>
  file.sha256 === null && file.hashedBytes < file.sizeBytes
const beat = (shelf: ShelfAnswer | null): number => (shelf?.packages.some(isBeingRead) ? 1500 : 5000)
const { data, error, load } = useAnswer('/shelf', undefined, beat)
const chosen = ref<number | null>(null)
const filter = ref('')
const filterField = ref<HTMLInputElement>()
const foldersOpen = ref(false)
const { send, refused } = useSend()
const tray = ref<InstanceType<typeof UploadTray>>()
const over = ref(false)

const place = (kind: string | null): number => {
  const kinds = data.value?.kinds ?? []
  return kind === null ? kinds.length : kinds.indexOf(kind)
}
/** What the filter looks through. */
function wordsOf(file: ShelfAnswer['packages'][number]): string {
  const state = file.missing ? 'missing' : ''

  return [file.name, file.title, file.kind ?? 'unknown', ...file.codenames, file.integrity, state]
    .join(' ')
    .toLowerCase()
}
const files = computed(() =>
  (data.value?.packages ?? [])
    .filter((file) => wordsOf(file).includes(filter.value.toLowerCase()))
    .sort((a, b) => place(a.kind) - place(b.kind) || a.name.localeCompare(b.name)),
)
const open = computed(() => data.value?.packages.find((file) => file.id === chosen.value) ?? null)
// A file that was recognised as one from another place goes on under the older one's number; it stays open.
let openName = ''
watch(open, (now) => {
  if (now !== null) {
    openName = now.name
  } else if (chosen.value !== null) {
    const same = data.value?.packages.find((file) => file.name === openName && !file.missing)
    chosen.value = same?.id ?? null
  }
})
const reading = computed(() =>
  (data.value?.packages ?? []).filter((file) => file.sha256 === null && file.problem === null && !file.missing),
)
const left = computed(() => reading.value.reduce((sum, file) => sum + file.sizeBytes - file.hashedBytes, 0))

watchEffect(() => {
  if (typeof route.query.file === 'string') chosen.value = Number(route.query.file)
})

const look = (): void => void send(() => client.POST('/shelf/look'))

function step(by: number): void {
  const at = files.value.findIndex((file) => file.id === chosen.value)
  chosen.value = files.value[Math.max(0, Math.min(files.value.length - 1, at + by))]?.id ?? null
}

function drop(event: DragEvent): void {
  over.value = false
  tray.value?.take([...(event.dataTransfer?.files ?? [])])
}

useKeys({ '/': () => filterField.value?.focus(), j: () => step(1), k: () => step(-1) })
</script>

<template>
  <TopBar>
    <h1>Shelf</h1>
    <div v-if="data" class="mute small">
      {{ data.packages.length }} files in {{ data.folders.length + 1 }} {{ data.folders.length ? 'folders' : 'folder'
      }}<span v-if="reading.length"> · reading {{ reading.length }}, {{ bytes(Math.max(0, left)) }} left</span>
    </div>
    <template #acts>
      <label class="mute"
        >Filter <kbd>/</kbd>
        <input ref="filterField" v-model="filter" class="field" type="search" aria-label="Filter files"
      /></label>
      <button type="button" class="btn" @click="foldersOpen = true">Folders</button>
      <button type="button" class="btn" @click="look">Look for new files</button>
    </template>
  </TopBar>
  <div
    class="page drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave.self="over = false"
    @drop.prevent="drop"
  >
    <ErrorNote :error="refused ?? error" />
    <UploadTray ref="tray" @done="load" />
    <div v-if="data && data.packages.length === 0" class="empty">
      <p>
        The shelf is empty. Drop files here, or put them with their release cards into
        <span class="mono">{{ data.folder }}</span>.
      </p>
    </div>
    <div v-else-if="data && files.length === 0" class="empty">No file matches “{{ filter }}”.</div>
    <div v-else class="cols" :class="{ two: open }">
      <div class="scroll-x list">
        <table class="rows">
          <thead>
            <tr>
              <th>File</th>
              <th>Kind</th>
              <th>For</th>
              <th>Size</th>
              <th>Checked</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="file in files"
              :key="file.id"
              class="link"
              :class="{ on: file.id === chosen, gone: file.missing }"
              tabindex="0"
              @click="chosen = file.id"
              @keydown.enter="chosen = file.id"
            >
              <td>
                <b>{{ file.title }}</b>
                <div v-if="file.title !== file.name" class="mono small mute name">{{ file.name }}</div>
                <div v-if="file.duplicateOf !== null" class="small mute">the same content as another file</div>
              </td>
              <td>{{ file.kind ?? 'unknown' }}</td>
              <td class="mono wrap">{{ file.codenames.join(', ') || '–' }}</td>
              <td class="mono" :title="exactBytes(file.sizeBytes)">{{ bytes(file.sizeBytes) }}</td>
              <td><IntegrityMark :file="file" /></td>
            </tr>
          </tbody>
        </table>
      </div>
      <FileSheet v-if="open" :id="open.id" :key="open.id" @close="chosen = null" />
    </div>
  </div>
  <FoldersDialog v-if="data && foldersOpen" v-model="foldersOpen" :own="data.folder" :folders="data.folders" />
</template>

<style scoped>
.drop {
  min-height: calc(100vh - 70px);
}
.drop.over {
  background: var(--brass-soft);
}
.cols.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 500px);
  gap: 22px;
  align-items: start;
}
.field {
  width: 150px;
}
.name {
  overflow-wrap: anywhere;
}
tr.gone td {
  color: var(--mute);
}
@media (max-width: 1000px) {
  .cols.two {
    grid-template-columns: minmax(0, 1fr);
  }
  .cols.two .list {
    order: 2;
  }
}
</style>
