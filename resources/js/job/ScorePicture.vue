<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { ref, toRef } from 'vue'
import { t } from '../app/i18n'
import { duration, modeName } from '../app/format'
import type { Plan } from '../generated/api'
import ScoreTracks from './ScoreTracks.vue'
import { LEFT, RIGHT, useScorePicture } from './useScorePicture'

const props = defineProps<{ plan: Plan; selected: number }>()
const emit = defineEmits<{ select: [number: number] }>()

const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const picture = useScorePicture(
  toRef(() => props.plan),
  width,
)
const { axis, steps, modes, height, left, right, y, line, tone, danger, gates, isJump } = picture
</script>

<template>
  <div ref="frame" class="score">
    <div class="canvas" :style="{ width: `${axis + LEFT + RIGHT}px` }">
      <div
        v-for="stretch in danger"
        :key="`d${stretch.from}`"
        class="region"
        :style="{ left: `${left(stretch.from)}px`, width: `${right(stretch.to) - left(stretch.from)}px` }"
      />
      <svg
        :width="axis + LEFT + RIGHT"
        :height="height"
        role="group"
        :aria-label="t('job.scorePicture.scorePhonesModesOver')"
      >
        <g v-for="mode in modes" :key="mode">
          <text x="20" :y="y(mode) + 5" class="lane">{{ modeName(mode) }}</text>
          <line :x1="LEFT" :x2="LEFT + axis" :y1="y(mode)" :y2="y(mode)" class="staff" />
        </g>
        <path :d="line" class="path" />
        <g
          v-for="step in steps"
          :key="step.number"
          class="note"
          :class="[tone(step), { on: step.number === selected }]"
          @click="emit('select', step.number)"
        >
          <title>{{ step.number }}. {{ step.title }}, {{ duration(step.expectedSeconds) }}</title>
          <rect
            class="hit"
            :x="left(step.number) + 1"
            :y="y(step.mode) - 17"
            :width="right(step.number) - left(step.number) - 2"
            height="34"
            rx="4"
          />
          <template v-if="!isJump(step)">
            <rect
              v-if="tone(step) === 'erase'"
              class="block"
              :x="left(step.number) + 3"
              :y="y(step.mode) - 10"
              :width="right(step.number) - left(step.number) - 6"
              height="20"
            />
            <line
              v-if="tone(step) === 'erase'"
              class="slash"
              :x1="left(step.number) + 8"
              :x2="right(step.number) - 8"
              :y1="y(step.mode) + 6"
              :y2="y(step.mode) - 6"
            />
            <line
              v-else
              class="bar"
              :x1="left(step.number) + 7"
              :x2="right(step.number) - 7"
              :y1="y(step.mode)"
              :y2="y(step.mode)"
            />
          </template>
          <circle
            v-else
            class="turn"
            :cx="(left(step.number) + right(step.number)) / 2"
            :cy="(y(step.mode) + y(step.modeAfter)) / 2"
            r="3"
          />
          <text
            class="number"
            :x="(left(step.number) + right(step.number)) / 2"
            :y="isJump(step) ? (y(step.mode) + y(step.modeAfter)) / 2 - 8 : y(step.mode) - 13"
          >
            {{ step.number }}
          </text>
          <path v-if="step.gate" class="gate" :d="`M${left(step.number)} 8V${height}`" />
          <path v-if="step.gate" class="gate-head" :d="`M${left(step.number) - 4} 4h8l-4 7z`" />
        </g>
        <text v-for="gate in gates" :key="`t${gate.number}`" class="warning" :x="left(gate.number) + 7" y="13">
          {{ gate.words }}
        </text>
      </svg>
      <ScoreTracks :plan="plan" :picture="picture" />
    </div>
  </div>
</template>

<style scoped>
.score {
  overflow-x: auto;
  border-bottom: 1px solid var(--line);
  padding-bottom: 8px;
}
.canvas {
  position: relative;
}
.region {
  position: absolute;
  top: 6px;
  bottom: 0;
  background: var(--plum-soft);
  opacity: 0.6;
}
svg {
  position: relative;
  display: block;
}
.lane {
  fill: var(--mute);
  font-size: 13px;
}
.staff {
  stroke: var(--line);
  stroke-dasharray: 1 5;
}
.path {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1.6;
}
.note {
  cursor: pointer;
}
.hit {
  fill: transparent;
}
.note:hover .hit {
  fill: var(--soft);
}
.note.on .hit {
  fill: var(--brass-soft);
  stroke: var(--brass);
}
.bar {
  stroke: var(--ink);
  stroke-width: 4;
  stroke-linecap: round;
}
.write .bar {
  stroke: var(--slate);
  stroke-width: 9;
}
.prove .bar {
  stroke: var(--moss);
  stroke-width: 9;
}
.block {
  fill: var(--plum);
}
.slash {
  stroke: var(--paper);
  stroke-width: 2;
}
.turn {
  fill: var(--slate);
}
.number {
  fill: var(--mute);
  font:
    11px 'JetBrains Mono',
    monospace;
  text-anchor: middle;
}
.note.on .number {
  fill: var(--brass);
  font-weight: 700;
}
.gate {
  stroke: var(--plum);
  stroke-width: 1.2;
  stroke-dasharray: 3 3;
  fill: none;
}
.gate-head {
  fill: var(--plum);
}
.warning {
  fill: var(--plum);
  font-size: 12px;
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--plum-soft);
  stroke-width: 5px;
}
</style>
