<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { t } from '../app/i18n'

interface Press {
  key: string
  fromSecond: number
  toSecond: number
}

/** Which key is held from when to when, as bars over seconds; and a try at it before the phone is touched. */
const props = defineProps<{ presses: Press[] }>()
const last = computed(() => Math.max(...props.presses.map((press) => press.toSecond)))
const x = (second: number): number => 110 + (second / last.value) * 330

/** Seconds by which a hand may be off and the phone still takes it. */
const ROOM = 0.7
const COUNT_IN = 3
const begunAt = ref<number | null>(null)
const second = ref(0)
const held = ref<Record<number, { from: number; to: number | null }>>({})
const verdict = ref<string[] | null>(null)
const clock = (): number => (performance.now() - (begunAt.value ?? 0)) / 1000 - COUNT_IN
const beat = useIntervalFn(
  () => {
    second.value = clock()
    if (second.value > last.value + 1) end()
  },
  50,
  { immediate: false },
)

function begin(): void {
  begunAt.value = performance.now()
  held.value = {}
  verdict.value = null
  second.value = -COUNT_IN
  beat.resume()
}
function end(): void {
  beat.pause()
  begunAt.value = null
  verdict.value = props.presses.map((press, index) => {
    const mine = held.value[index]
    if (!mine) return t('run.keyChart.wasNotHeld', { key: press.key })
    const off = [
      ['pressed', mine.from - press.fromSecond],
      [t('run.keyChart.letGo'), (mine.to ?? second.value) - press.toSecond],
    ] as const
    const wrong = off
      .filter(([, by]) => Math.abs(by) > ROOM)
      .map(([what, by]) =>
        by < 0
          ? t('run.keyChart.tooEarly', { what, seconds: (-by).toFixed(1) })
          : t('run.keyChart.tooLate', { what, seconds: by.toFixed(1) }),
      )
    return `${press.key}: ${wrong.length ? wrong.join(', ') : t('run.keyChart.asShouldBe')}.`
  })
}
function press(index: number): void {
  if (begunAt.value !== null && !held.value[index]) held.value[index] = { from: clock(), to: null }
}
function letGo(index: number): void {
  const mine = held.value[index]
  if (begunAt.value !== null && mine && mine.to === null) mine.to = clock()
}
const keyOf = (event: KeyboardEvent): number => Number(event.key) - 1
useEventListener(
  'keydown',
  (event) => {
    if (begunAt.value !== null && props.presses[keyOf(event)]) {
      event.preventDefault()
      event.stopImmediatePropagation()
      press(keyOf(event))
    }
  },
  { capture: true },
)
useEventListener('keyup', (event) => letGo(keyOf(event)))
const now = computed(() => {
  if (second.value < 0) return t('run.keyChart.in', { seconds: Math.ceil(-second.value) })
  const hold = props.presses
    .filter((one) => second.value >= one.fromSecond && second.value < one.toSecond)
    .map((one) => one.key)
  return hold.length ? t('run.keyChart.hold', { hold: hold.join(' + ') }) : t('run.keyChart.letGo')
})
</script>

<template>
  <div class="chart">
    <svg
      class="keys"
      :viewBox="`0 0 470 ${presses.length * 26 + 22}`"
      role="img"
      :aria-label="
        presses
          .map((one) =>
            t('run.keyChart.fromSecond', { key: one.key, fromSecond: one.fromSecond, toSecond: one.toSecond }),
          )
          .join(', ')
      "
    >
      <g
        v-for="(one, index) in presses"
        :key="one.key"
        @pointerdown="press(index)"
        @pointerup="letGo(index)"
        @pointerleave="letGo(index)"
      >
        <text x="0" :y="index * 26 + 17">{{ one.key }}</text>
        <rect
          :x="x(one.fromSecond)"
          :y="index * 26 + 5"
          :width="x(one.toSecond) - x(one.fromSecond)"
          height="16"
          rx="3"
        />
        <line
          v-if="held[index]"
          class="mine"
          :x1="x(Math.max(0, held[index].from))"
          :x2="x(Math.max(0, held[index].to ?? second))"
          :y1="index * 26 + 23"
          :y2="index * 26 + 23"
        />
      </g>
      <g v-for="tick in Math.ceil(last) + 1" :key="tick">
        <text class="second" :x="x(tick - 1)" :y="presses.length * 26 + 18">{{ tick - 1 }}</text>
      </g>
      <line
        v-if="begunAt !== null && second >= 0"
        class="head"
        :x1="x(second)"
        :x2="x(second)"
        y1="0"
        :y2="presses.length * 26 + 6"
      />
    </svg>
    <div class="practice no-print">
      <button type="button" class="btn small" :disabled="begunAt !== null" @click="begin">
        {{ t('run.keyChart.practiseKeys') }}
      </button>
      <span v-if="begunAt !== null" class="now" role="status">{{ now }}</span>
      <span v-else-if="verdict" role="status">{{ verdict.join(' ') }}</span>
      <span v-else class="mute"
        >{{ t('run.keyChart.withoutPhone') }}
        <template v-for="(one, index) in presses" :key="one.key"
          >{{ index ? ', ' : '' }}<kbd>{{ index + 1 }}</kbd> {{ t('run.keyChart.for', { key: one.key }) }}</template
        >{{ t('run.keyChart.orFingerBar') }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.chart {
  max-width: 760px;
}
.keys {
  max-width: 470px;
  width: 100%;
}
g {
  touch-action: none;
}
text {
  font-size: 14px;
  fill: var(--ink);
}
.second {
  font:
    11px 'JetBrains Mono',
    monospace;
  fill: var(--mute);
  text-anchor: middle;
}
rect {
  fill: var(--slate);
}
.mine {
  stroke: var(--brass);
  stroke-width: 4;
  stroke-linecap: round;
}
.head {
  stroke: var(--brass);
  stroke-width: 2;
}
.practice {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  font-size: 14px;
}
.now {
  font-size: 22px;
  font-weight: 700;
  color: var(--brass);
}
</style>
