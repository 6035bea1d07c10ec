<script setup lang="ts">
import type { FileSummary } from '../generated/api'
import IntegrityMark from './IntegrityMark.vue'
import { problemOf } from './shelfView'

/** Files that a person should look at, above all others, each with what is wrong. */
defineProps<{ files: FileSummary[] }>()
defineEmits<{ open: [id: number] }>()
</script>

<template>
  <section v-if="files.length" class="problems" data-test="problems">
    <h2>{{ files.length === 1 ? 'One file needs a look' : `${files.length} files need a look` }}</h2>
    <button v-for="file in files" :key="file.id" type="button" class="problem" @click="$emit('open', file.id)">
      <IntegrityMark :file="file" />
      <b>{{ file.title }}</b>
      <span class="small">{{ problemOf(file) }}</span>
    </button>
  </section>
</template>

<style scoped>
.problems {
  border: 1px solid var(--line);
  border-left: 4px solid var(--plum);
  border-radius: 3px;
  background: var(--paper);
  padding: 10px 14px;
  margin-bottom: 16px;
}
.problem {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  width: 100%;
  padding: 4px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  align-items: baseline;
  overflow-wrap: anywhere;
}
.problem:hover b {
  text-decoration: underline;
}
</style>
