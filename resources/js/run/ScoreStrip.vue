<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { modeName } from '../app/format'
import type { Plan } from '../generated/api'
import { lanes, layOut } from '../job/scoreLayout'

const props = defineProps<{ plan: Plan; steps: Record<string, string>; at: number | null; share: number }>()
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const modes = computed(() => lanes(props.plan.steps))
const LANE = 14
/** Nothing is hit here, so that all steps find room on a narrow screen. */
const NARROWEST = 7
/** Where the lanes begin: the names of the modes stand before them. */
const left = computed(() => 20 + 7 * Math.max(...modes.value.map((mode) => modeName(mode).length)))
const room = computed(() => Math.max(200, width.value - left.value - 24))
const places = computed(() => layOut(props.plan.steps, room.value, NARROWEST))
const height = computed(() => Math.max(56, modes.value.length * LANE + 18))
const marker = computed(() => {
  const place = props.at === null ? undefined : places.value[props.at - 1]
  return place ? left.value + place.x + place.width * Math.min(1, props.share) : left.value + room.value
})
</script>

<template>
  <div
    ref="frame"
    class="strip"
    role="img"
    :aria-label="
      at === null ? t('run.scoreStrip.allStepsDone') : t('run.scoreStrip.step', { at, count: plan.steps.length })
    "
  >
    <svg width="100%" :height="height">
      <text v-for="(mode, index) in modes" :key="mode" x="12" :y="13 + index * LANE" class="mode">
        {{ modeName(mode) }}
      </text>
      <line
        v-for="(step, index) in plan.steps"
        :key="step.number"
        :x1="left + 2 + (places[index]?.x ?? 0)"
        :x2="left - 2 + (places[index]?.x ?? 0) + (places[index]?.width ?? 0)"
        :y1="9 + modes.indexOf(step.mode) * LANE"
        :y2="9 + modes.indexOf(step.mode) * LANE"
        :class="[
          steps[step.number] === 'done' ? 'done' : step.number === at ? 'now' : 'later',
          { erase: step.losses.length > 0 },
        ]"
      />
      <path :d="`M${marker - 5} ${height - 1}l5 -8l5 8z`" class="marker" />
    </svg>
  </div>
</template>

<style scoped>
.strip {
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.mode {
  font:
    11px 'Atkinson Hyperlegible',
    sans-serif;
  fill: var(--mute);
}
line {
  stroke-width: 5;
  stroke-linecap: round;
}
.done {
  stroke: var(--slate);
}
.later {
  stroke: var(--line);
}
.now {
  stroke: var(--brass);
  stroke-width: 8;
}
.erase.done {
  stroke: var(--plum);
}
.marker {
  fill: var(--brass);
}
</style>
