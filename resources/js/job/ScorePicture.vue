<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { duration, modeName } from '../app/format'
import type { Plan } from '../generated/plan'
import { lanes, layOut, wayBackStretches, worstOf, type Step } from './scoreLayout'

const props = defineProps<{ plan: Plan; selected: number }>()
const emit = defineEmits<{ select: [number: number] }>()

const LEFT = 116
const RIGHT = 20
const TOP = 40
const LANE = 36
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const axis = computed(() => Math.max(760, width.value) - LEFT - RIGHT)
const steps = computed(() => props.plan.steps)
const places = computed(() => layOut(steps.value, axis.value))
const modes = computed(() => lanes(steps.value))
const height = computed(() => TOP + (modes.value.length - 1) * LANE + 22)
const left = (number: number): number => LEFT + (places.value[number - 1]?.x ?? 0)
const right = (number: number): number => left(number) + (places.value[number - 1]?.width ?? 0)
const y = (mode: string): number => TOP + modes.value.indexOf(mode) * LANE

const line = computed(() => {
  let path = ''
  steps.value.forEach((step, index) => {
    const start = left(step.number) + 6
    const end = right(step.number) - 6
    const previous = steps.value[index - 1]
    const from = previous ? y(previous.modeAfter) : y(step.mode)
    path +=
      index === 0
        ? `M${start} ${y(step.mode)}`
        : from === y(step.mode)
          ? `L${start} ${from}`
          : `C${start - 2} ${from} ${start - 10} ${y(step.mode)} ${start} ${y(step.mode)}`
    path += isJump(step)
      ? `C${(start + end) / 2} ${y(step.mode)} ${(start + end) / 2} ${y(step.modeAfter)} ${end} ${y(step.modeAfter)}`
      : `L${end} ${y(step.mode)}`
  })
  return path
})
const isJump = (step: Step): boolean => step.operation === 'reboot' && step.mode !== step.modeAfter
const tone = (step: Step): string =>
  step.losses.length > 0 || ['format-data', 'erase'].includes(step.operation)
    ? 'erase'
    : step.operation === 'wait-first-boot'
      ? 'prove'
      : step.writes
        ? 'write'
        : 'keep'
const stretches = computed(() => wayBackStretches(steps.value))
const danger = computed(() => stretches.value.filter((stretch) => stretch.level !== 'free'))
/** What each gate stands for, in the few words that fit beside its line. */
const gates = computed(() =>
  steps.value
    .filter((step) => step.gate !== null)
    .map((step, index, all) => {
      const next = all[index + 1]
      const room = (next ? left(next.number) : LEFT + axis.value) - left(step.number)
      const gone =
        step.wayBack.level === 'data-gone'
          ? ['data is gone from here', 'data gone']
          : ['data in part until it ends', 'data in part']
      const words = { free: ['first write'], 'data-gone': gone, 'no-system': ['no system until it ends', 'no system'] }[
        worstOf(step).level
      ]
      return { number: step.number, words: words.find((one) => one.length * 7 < room) ?? '' }
    }),
)
const words: Record<string, string> = {
  free: 'stop anywhere: it starts, with its data',
  new: 'the new system starts',
  'data-gone': 'it starts, but empty',
  'no-system': 'no system starts',
}

const battery = computed(() => {
  const known = steps.value.map((step) => step.batteryAfter).filter((one): one is number => one !== null)
  const start = props.plan.before['battery.percent']
  if (known.length === 0 || typeof start !== 'number') return null
  const values = [start, ...known]
  const top = Math.max(...values)
  const range = Math.max(20, top - Math.min(...values))
  const at = (value: number): number => 4 + ((top - value) / range) * 16
  const points = [
    `${LEFT} ${at(start)}`,
    ...steps.value.map((step) => `${right(step.number)} ${at(step.batteryAfter ?? start)}`),
  ]
  return {
    path: `M${points.join('L')}`,
    start,
    end: known[known.length - 1] as number,
    y0: at(start),
    y1: at(known[known.length - 1] as number),
  }
})
const box = (from: number, to: number): { left: string; width: string } => ({
  left: `${left(from) + 1}px`,
  width: `${Math.max(4, right(to) - left(from) - 2)}px`,
})
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
        aria-label="Score: the phone's modes over time. The same as the list of steps below."
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
      <div v-for="track in plan.tracks" :key="track.track" class="track">
        <span class="name">{{ track.track }}</span>
        <span
          v-for="segment in track.segments"
          :key="segment.from"
          class="segment"
          :class="segment.tone"
          :style="box(segment.from, segment.to)"
          :title="segment.label"
          >{{ segment.label }}</span
        >
      </div>
      <div class="track">
        <span class="name">Needed files</span>
        <span class="segment plain" :style="box(1, steps.length)"
          >on the computer{{
            plan.kit.every((file) => file.integrity === 'verified') ? ', checksums verified' : ''
          }}</span
        >
      </div>
      <div v-if="battery" class="track tall">
        <span class="name">Battery</span>
        <svg class="curve" :width="axis + LEFT + RIGHT" height="34" aria-hidden="true">
          <path :d="battery.path" />
          <text :x="LEFT + 4" :y="battery.y0 + 13">{{ battery.start }}</text>
          <text :x="LEFT + axis - 2" :y="battery.y1 + 13" text-anchor="end">{{ battery.end }} %</text>
        </svg>
      </div>
      <div class="track tall">
        <span class="name">Way back</span>
        <span
          v-for="stretch in stretches"
          :key="stretch.from"
          class="back"
          :class="stretch.level"
          :style="box(stretch.from, stretch.to)"
          :title="stretch.text"
          >{{ words[stretch.level === 'free' && stretch.from > 1 ? 'new' : stretch.level] }}</span
        >
      </div>
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
.lane,
.name {
  fill: var(--mute);
  color: var(--mute);
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
.track {
  position: relative;
  height: 26px;
}
.track.tall {
  height: 34px;
}
.name {
  position: absolute;
  left: 20px;
  top: 3px;
}
.segment {
  position: absolute;
  top: 1px;
  height: 22px;
  line-height: 22px;
  padding: 0 8px;
  font-size: 12px;
  border-radius: 2px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.segment.plain {
  background: var(--soft);
}
.segment.changed {
  background: var(--slate-soft);
  color: var(--slate);
}
.segment.new {
  background: var(--moss-soft);
  color: var(--moss);
}
.segment.erased {
  background: var(--paper);
  color: var(--plum);
  border: 1px dashed var(--plum);
  line-height: 20px;
}
.curve {
  position: absolute;
  left: 0;
  top: 0;
}
.curve path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.curve text {
  font:
    11px 'JetBrains Mono',
    monospace;
  fill: var(--ink);
}
.back {
  position: absolute;
  top: 6px;
  border-top: 3px solid var(--moss);
  color: var(--moss);
  font-size: 12px;
  padding: 2px 0 0 2px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.back.data-gone,
.back.no-system {
  border-color: var(--plum);
  color: var(--plum);
}
.back.no-system {
  border-top-style: double;
}
</style>
