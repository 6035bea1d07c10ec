<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { duration } from '../app/format'

/** How long the runs of one build took: a mark for each, the middle one strong, the planned time as a line. */
const props = defineProps<{ times: number[]; planned: number | null; longest: number }>()

const WIDTH = 220
const x = (seconds: number): number => 4 + ((WIDTH - 8) * seconds) / Math.max(1, props.longest)
const middle = computed(() => props.times[Math.floor(props.times.length / 2)] ?? 0)
const words = computed(() => {
  const [first, last] = [props.times[0], props.times.at(-1)]
  if (first === undefined || last === undefined) return t('log.timesStrip.noneWasDone')
  return first === last
    ? duration(middle.value)
    : t('log.timesStrip.from', { middle: duration(middle.value), first: duration(first), last: duration(last) })
})
</script>

<template>
  <div class="times">
    <svg
      v-if="times.length"
      :width="WIDTH"
      height="24"
      role="img"
      :aria-label="t('log.timesStrip.actualTime', { words })"
    >
      <line x1="4" :x2="WIDTH - 4" y1="14" y2="14" class="axis" />
      <line v-if="planned !== null" :x1="x(planned)" :x2="x(planned)" y1="3" y2="22" class="planned" />
      <circle v-for="(time, index) in times" :key="index" :cx="x(time)" cy="14" r="4" class="run" />
      <circle :cx="x(middle)" cy="14" r="5.5" class="middle" />
    </svg>
    <span class="small">{{ words }}</span>
  </div>
</template>

<style scoped>
.times {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
}
.axis {
  stroke: var(--line);
}
.planned {
  stroke: var(--brass);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.run {
  fill: var(--slate);
  opacity: 0.4;
}
.middle {
  fill: none;
  stroke: var(--slate);
  stroke-width: 2;
}
</style>
