<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import { bytes } from '../app/format'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import type { ShelfAnswer } from '../generated/api'
import FileSheet from './FileSheet.vue'
import FileTable from './FileTable.vue'
import ShelfFilters from './ShelfFilters.vue'
import ShelfProblems from './ShelfProblems.vue'
import { grouped, problemOf, shows, type Column, type Facets, type ShelfView } from './shelfView'
import TickedActs from './TickedActs.vue'
import UploadTray from './UploadTray.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const FoldersDialog = defineAsyncComponent(() => import('./FoldersDialog.vue'))

const route = useRoute()
const isBeingRead = (file: ShelfAnswer['packages'][number]): boolean =>
  file.sha256 === null && file.hashedBytes < file.sizeBytes
const beat = (shelf: ShelfAnswer | null): number => (shelf?.arriving || shelf?.packages.some(isBeingRead) ? 1500 : 5000)
const { data, error, load } = useAnswer('/shelf', undefined, beat)
const chosen = ref<number | null>(null)
const filterField = ref<HTMLInputElement>()
const foldersOpen = ref(false)
const { send, refused } = useSend()
const tray = ref<InstanceType<typeof UploadTray>>()
const over = ref(false)

const view = useLocalStorage<ShelfView>('tornavis-shelf', { by: 'title', down: false, group: 'kind', dense: false })
const facets = ref<Facets>({ words: '', kind: '', codename: '', state: '', onlyNew: false })
/** When the shelf was left last: what came after that is new. */
const left = useLocalStorage('tornavis-shelf-left', '')
const lastVisit = left.value
onBeforeUnmount(() => (left.value = new Date().toISOString()))

const all = computed(() => data.value?.packages ?? [])
const found = computed(() => all.value.filter(shows(facets.value, lastVisit)))
const groups = computed(() => grouped(found.value, view.value, data.value?.kinds ?? []))
const files = computed(() => groups.value.flatMap((group) => group.files))
const problems = computed(() => found.value.filter((file) => problemOf(file) !== null))
const ticked = ref<number[]>([])
const tickedFiles = computed(() => all.value.filter((file) => ticked.value.includes(file.id)))

function sortBy(by: Column): void {
  view.value = { ...view.value, by, down: view.value.by === by ? !view.value.down : false }
}

const open = computed(() => all.value.find((file) => file.id === chosen.value) ?? null)
// A file that was recognised as one from another place goes on under the older one's number; it stays open.
let openName = ''
watch(open, (now) => {
  if (now !== null) {
    openName = now.name
  } else if (chosen.value !== null) {
    const same = all.value.find((file) => file.name === openName && !file.missing)
    chosen.value = same?.id ?? null
  }
})
const reading = computed(() =>
  all.value.filter((file) => file.sha256 === null && file.problem === null && !file.missing),
)
const bytesLeft = computed(() => reading.value.reduce((sum, file) => sum + file.sizeBytes - file.hashedBytes, 0))

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
    <h1>{{ t('shelf.shelfPage.shelf') }}</h1>
    <div v-if="data" class="mute small">
      {{
        t('shelf.shelfPage.files', {
          files: data.packages.length,
          count: data.folders.length + 1,
        })
      }}<span v-if="reading.length"
        >{{ ' '
        }}{{ t('shelf.shelfPage.readingLeft', { count: reading.length, bytes: bytes(Math.max(0, bytesLeft)) }) }}</span
      ><span v-if="data.arriving">{{ ' ' }}{{ t('shelf.shelfPage.arriving', { count: data.arriving }) }}</span>
    </div>
    <template #acts>
      <label class="mute"
        >{{ t('common.filter') }} <kbd>/</kbd>
        <input
          ref="filterField"
          v-model="facets.words"
          class="field"
          type="search"
          :aria-label="t('shelf.shelfPage.filterFiles')"
      /></label>
      <button type="button" class="btn" @click="foldersOpen = true">{{ t('shelf.shelfPage.chooseFolders') }}</button>
      <button type="button" class="btn" @click="look">{{ t('shelf.shelfPage.lookNewFiles') }}</button>
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
    <SkeletonRows v-if="!data && !error" />
    <UploadTray ref="tray" @done="load" />
    <div v-if="data && data.packages.length === 0" class="empty">
      <p>
        {{ t('shelf.shelfPage.shelfEmptyDropFiles') }}
        <span class="mono">{{ data.folder }}</span>.
      </p>
    </div>
    <template v-else-if="data">
      <ShelfFilters v-model:facets="facets" v-model:view="view" :files="data.packages" :last-visit="lastVisit" />
      <div v-if="files.length === 0" class="empty">{{ t('shelf.shelfPage.noFileMatchesTake') }}</div>
      <div v-else class="cols" :class="{ two: open }">
        <div class="list">
          <TickedActs :files="tickedFiles" @untick="ticked = []" />
          <ShelfProblems :files="problems" @open="chosen = $event" />
          <section v-for="group in groups" :key="group.name" class="group">
            <h2 v-if="group.name" :class="{ mono: view.group === 'codename' }">
              {{ group.name }} <span class="mute small">{{ group.files.length }}</span>
            </h2>
            <FileTable
              v-model:ticked="ticked"
              :files="group.files"
              :view="view"
              :open="chosen"
              :caption="group.name || t('shelf.shelfPage.files2')"
              :last-visit="lastVisit"
              @sort="sortBy"
              @open="chosen = $event"
            />
          </section>
        </div>
        <FileSheet v-if="open" :id="open.id" :key="open.id" @close="chosen = null" />
      </div>
    </template>
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
.group {
  margin-bottom: 20px;
}
.group h2 {
  font-size: 15px;
  margin: 0 0 2px;
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
