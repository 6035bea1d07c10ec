<script setup lang="ts">
import { t } from '../app/i18n'
import { duration } from '../app/format'
import type { AlternativesAnswer } from '../generated/api'

/** One change that would make a blocked plan possible, with what it costs; the slot holds what can be done with it. */
defineProps<{ way: AlternativesAnswer['alternatives'][number] }>()
</script>

<template>
  <div class="way" data-test="alternative">
    <b>{{ way.words }}</b>
    <span class="small mute"
      >{{ t('job.alternativeRow.kindsDataLost', { count: way.losses }) }} · {{ duration(way.expectedSeconds) }}</span
    >
    <slot />
  </div>
</template>

<style scoped>
.way {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 4px 14px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 5px 0;
  font-size: 13.5px;
}
@media (max-width: 700px) {
  .way {
    grid-template-columns: minmax(0, 1fr);
    justify-items: start;
  }
}
</style>
