<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { FileSummary } from '../generated/api'
import { facetsOf, isNew, type Facets, type Grouping, type ShelfView } from './shelfView'

const props = defineProps<{ files: FileSummary[]; lastVisit: string }>()
const facets = defineModel<Facets>('facets', { required: true })
const view = defineModel<ShelfView>('view', { required: true })

const choices = computed(() => facetsOf(props.files))
const fresh = computed(() => props.files.filter((file) => isNew(file, props.lastVisit)).length)
const set = <K extends keyof Facets>(name: K, value: Facets[K]): void => {
  facets.value = { ...facets.value, [name]: value }
}
const lists = computed(() => [
  {
    name: 'kind' as const,
    label: t('common.kind'),
    all: t('shelf.shelfFilters.everyKind'),
    values: choices.value.kinds,
  },
  {
    name: 'codename' as const,
    label: t('shelf.shelfFilters.for'),
    all: t('shelf.shelfFilters.everyCodename'),
    values: choices.value.codenames,
  },
  {
    name: 'state' as const,
    label: t('shelf.shelfFilters.checked'),
    all: t('shelf.shelfFilters.everyState'),
    values: choices.value.states,
  },
])
const groupings: { value: Grouping; title: string }[] = [
  { value: 'kind', title: t('shelf.shelfFilters.byKind') },
  { value: 'codename', title: t('shelf.shelfFilters.byCodename') },
  { value: 'none', title: t('shelf.shelfFilters.notGrouped') },
]
</script>

<template>
  <div class="filters small">
    <label v-for="list in lists" :key="list.name"
      >{{ list.label }}
      <select
        :name="`facet-${list.name}`"
        :value="facets[list.name]"
        @change="set(list.name, ($event.target as HTMLSelectElement).value)"
      >
        <option value="">{{ list.all }}</option>
        <option v-for="one in list.values" :key="one.value" :value="one.value">
          {{ one.value }} ({{ one.count }})
        </option>
      </select></label
    >
    <label v-if="fresh || facets.onlyNew"
      ><input
        type="checkbox"
        name="only-new"
        :checked="facets.onlyNew"
        @change="set('onlyNew', ($event.target as HTMLInputElement).checked)"
      />
      {{ t('shelf.shelfFilters.newSinceYourLast', { fresh }) }}</label
    >
    <span class="gap" />
    <label
      >{{ t('shelf.shelfFilters.group') }}
      <select
        name="group"
        :value="view.group"
        @change="view = { ...view, group: ($event.target as HTMLSelectElement).value as Grouping }"
      >
        <option v-for="one in groupings" :key="one.value" :value="one.value">{{ one.title }}</option>
      </select></label
    >
    <label
      ><input
        type="checkbox"
        name="dense"
        :checked="view.dense"
        @change="view = { ...view, dense: ($event.target as HTMLInputElement).checked }"
      />
      {{ t('shelf.shelfFilters.moreLessRoom') }}</label
    >
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  margin-bottom: 12px;
}
.gap {
  flex: 1;
}
label {
  color: var(--mute);
}
</style>
