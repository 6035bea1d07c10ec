<script setup lang="ts">
import { t } from '../app/i18n'
import type { StartAnswer } from '../generated/api'

/** What was put down, each with what it says. */
defineProps<{ things: StartAnswer['things'] }>()
defineEmits<{ drop: [name: string] }>()
</script>

<template>
  <ul class="things" data-test="things">
    <li v-for="thing in things" :key="thing.name">
      <b class="mono">{{ thing.name }}</b>
      <span class="small">{{ thing.says }}</span>
      <button
        v-if="!thing.kinds.includes('file')"
        type="button"
        class="btn small"
        :aria-label="t('start.thingList.takeAway', { name: thing.name })"
        @click="$emit('drop', thing.name)"
      >
        {{ t('start.thingList.takeAway2') }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.things {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.things li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
  border-left: 4px solid var(--line);
  padding: 4px 0 4px 12px;
  overflow-wrap: anywhere;
}
.things li > span {
  grid-column: 1;
}
.things li > button {
  grid-column: 2;
  grid-row: 1 / span 2;
  align-self: center;
}
</style>
