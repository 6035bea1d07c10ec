<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Plan } from '../generated/api'
import { lanes, layOut } from '../job/scoreLayout'

const props = defineProps<{ plan: Plan; steps: Record<string, string>; at: number | null; share: number }>()
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const places = computed(() => layOut(props.plan.steps, Math.max(300, width.value - 48)))
const modes = computed(() => lanes(props.plan.steps))
const height = computed(() => Math.max(56, modes.value.length * 11 + 18))
const marker = computed(() => {
  const place = props.at === null ? undefined : places.value[props.at - 1]
  return place ? 24 + place.x + place.width * Math.min(1, props.share) : 24 + Math.max(300, width.value - 48)
})
</script>

<template>
  <div
    ref="frame"
    class="strip"
    role="img"
    :aria-label="at === null ? 'All steps done' : `Step ${at} of ${plan.steps.length}`"
  >
    <svg width="100%" :height="height">
      <line
        v-for="(step, index) in plan.steps"
        :key="step.number"
        :x1="26 + (places[index]?.x ?? 0)"
        :x2="22 + (places[index]?.x ?? 0) + (places[index]?.width ?? 0)"
        :y1="9 + modes.indexOf(step.mode) * 11"
        :y2="9 + modes.indexOf(step.mode) * 11"
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
