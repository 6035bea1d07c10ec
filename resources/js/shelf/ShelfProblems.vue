<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileSummary } from '../generated/api'
import { problemOf, stateOf } from './shelfView'

/** Files that a person should look at, above all others, each with what is wrong; the worst first. */
const props = defineProps<{ files: FileSummary[] }>()
defineEmits<{ open: [id: number] }>()

const AT_ONCE = 3
const marks: Record<string, { level: string; words: string }> = {
  damaged: { level: 'stop', words: t('shelf.shelfProblems.damaged') },
  missing: { level: 'mind', words: t('shelf.shelfProblems.missing') },
}
const markOf = (file: FileSummary): { level: string; words: string } =>
  marks[stateOf(file)] ?? { level: 'settle', words: t('shelf.shelfProblems.doubt') }
const sorted = computed(() =>
  [...props.files].sort((a, b) => Number(markOf(a).level !== 'stop') - Number(markOf(b).level !== 'stop')),
)
const lists = computed(() => [sorted.value.slice(0, AT_ONCE), sorted.value.slice(AT_ONCE)])
</script>

<template>
  <section v-if="files.length" class="problems" data-test="problems">
    <h2>
      {{ t('shelf.shelfProblems.filesNeedLook', { count: files.length }) }}
    </h2>
    <component
      :is="place === 0 ? 'div' : 'details'"
      v-for="(list, place) in lists.filter((one) => one.length)"
      :key="place"
    >
      <summary v-if="place" class="small">{{ t('shelf.shelfProblems.more', { count: list.length }) }}</summary>
      <button v-for="file in list" :key="file.id" type="button" class="problem" @click="$emit('open', file.id)">
        <VerdictMark :level="markOf(file).level" :words="markOf(file).words" />
        <b>{{ file.title }}</b>
        <span class="small">{{ problemOf(file) }}</span>
      </button>
    </component>
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
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 4px 12px;
  width: 100%;
  padding: 4px 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  align-items: center;
  overflow-wrap: anywhere;
}
.problem:hover b {
  text-decoration: underline;
}
summary {
  cursor: pointer;
  padding: 4px 0;
}
@media (max-width: 700px) {
  .problem {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
