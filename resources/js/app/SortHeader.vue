<script setup lang="ts">
/** The head of a column that a press sorts by. */
defineProps<{ title: string; sorted: 'ascending' | 'descending' | 'none' }>()
defineEmits<{ sort: [] }>()
</script>

<template>
  <th :aria-sort="sorted">
    <button type="button" class="sort" @click="$emit('sort')">
      {{ title
      }}<span class="arrow" aria-hidden="true">{{
        sorted === 'none' ? '' : sorted === 'ascending' ? ' ↑' : ' ↓'
      }}</span>
    </button>
  </th>
</template>

<style scoped>
.sort {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  cursor: pointer;
}
.sort:hover,
[aria-sort='ascending'] .sort,
[aria-sort='descending'] .sort {
  color: var(--ink);
}
.arrow {
  display: inline-block;
  width: 14px;
}
</style>
