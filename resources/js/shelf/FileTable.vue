<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { kindName } from '../app/names'
import { ago, bytes, dateTimeOf, exactBytes } from '../app/format'
import GradeMark from '../app/GradeMark.vue'
import SortHeader from '../app/SortHeader.vue'
import type { FileSummary } from '../generated/api'
import IntegrityMark from './IntegrityMark.vue'
import type { Column, ShelfView } from './shelfView'
import { isNew } from './shelfView'

const props = defineProps<{
  files: FileSummary[]
  view: ShelfView
  open: number | null
  caption: string
  lastVisit: string
}>()
/** Numbers of the files that are ticked. */
const ticked = defineModel<number[]>('ticked', { required: true })
defineEmits<{ sort: [by: Column]; open: [id: number] }>()

const all: { by: Column; title: string }[] = [
  { by: 'title', title: t('common.file') },
  { by: 'kind', title: t('common.kind') },
  { by: 'codename', title: t('shelf.fileTable.for') },
  { by: 'size', title: t('common.size') },
  { by: 'state', title: t('shelf.fileTable.checked') },
  { by: 'added', title: t('shelf.fileTable.came') },
]
/** What the group says already, and what finds no room beside an open file, is left out. */
const columns = computed(() =>
  all.filter(({ by }) => (by !== 'kind' || props.view.group !== 'kind') && (by !== 'added' || props.open === null)),
)
const shows = (by: Column): boolean => columns.value.some((column) => column.by === by)
</script>

<template>
  <div class="scroll-x">
    <table class="rows" :class="{ dense: view.dense }">
      <caption class="visually-hidden">
        {{
          caption
        }}
      </caption>
      <thead>
        <tr>
          <th class="tick">
            <span class="visually-hidden">{{ t('shelf.fileTable.tick') }}</span>
          </th>
          <SortHeader
            v-for="column in columns"
            :key="column.by"
            :title="column.title"
            :sorted="view.by === column.by ? (view.down ? 'descending' : 'ascending') : 'none'"
            @sort="$emit('sort', column.by)"
          />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="file in files"
          :key="file.id"
          v-memo="[file, view.dense, columns, open === file.id, ticked.includes(file.id)]"
          class="link"
          :class="{ on: file.id === open, gone: file.missing }"
          tabindex="0"
          @click="$emit('open', file.id)"
          @keydown.enter.self="$emit('open', file.id)"
        >
          <td class="tick" @click.stop>
            <input
              v-model="ticked"
              type="checkbox"
              :value="file.id"
              :aria-label="t('shelf.fileTable.tick2', { name: file.name })"
            />
          </td>
          <td>
            <b>{{ file.title }}</b>
            <span v-if="isNew(file, lastVisit)" class="new small">{{ t('shelf.fileTable.new') }}</span>
            <span v-if="file.title !== file.name" class="mono small mute name">{{ file.name }}</span>
            <span v-if="file.duplicateOf !== null" class="small mute name">{{
              t('shelf.fileTable.sameContentAsAnother')
            }}</span>
          </td>
          <td v-if="shows('kind')">
            {{ kindName(file.kind) }} <GradeMark v-if="file.kindIsGuessed" grade="guessed" />
          </td>
          <td class="mono codenames">{{ file.codenames.join(', ') || '–' }}</td>
          <td class="mono" :title="exactBytes(file.sizeBytes)">{{ bytes(file.sizeBytes) }}</td>
          <td><IntegrityMark :file="file" /></td>
          <td v-if="shows('added')" class="mute small" :title="dateTimeOf(file.addedAt)">{{ ago(file.addedAt) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.tick {
  width: 30px;
}
.name {
  display: block;
  overflow-wrap: anywhere;
}
table.rows td.codenames {
  white-space: normal;
}
.dense .name {
  display: none;
}
table.rows.dense td {
  padding-top: 2px;
  padding-bottom: 2px;
}
tr.gone td {
  color: var(--mute);
}
.new {
  color: var(--brass);
  font-weight: 700;
}
</style>
