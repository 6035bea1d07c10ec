<script setup lang="ts">
import { modeName } from '../app/format'
import type { ModelSheet } from '../generated/api'

/** Key charts by mode: which key is held from when to when, in seconds after power-on. */
const charts = defineModel<ModelSheet['keys']>()
const modes = ['recovery', 'bootloader', 'download'] as const

function add(mode: string): void {
  const now = { ...charts.value }
  now[mode] = [...(now[mode] ?? []), { key: 'power', fromSecond: 0, toSecond: 5 }] as NonNullable<
    ModelSheet['keys']
  >[string]
  charts.value = now
}

function drop(mode: string, index: number): void {
  const now = { ...charts.value }
  const left = (now[mode] ?? []).filter((_, at) => at !== index)
  if (left.length > 0) now[mode] = left as NonNullable<ModelSheet['keys']>[string]
  else delete now[mode]
  charts.value = now
}
</script>

<template>
  <div v-for="mode in modes" :key="mode" class="mode">
    <b class="small">{{ modeName(mode) }}</b>
    <div v-for="(press, index) in charts?.[mode] ?? []" :key="index" class="press">
      <label>key <input v-model.trim="press.key" :aria-label="`${mode}: key ${index + 1}`" size="10" /></label>
      <label
        >held from <input v-model.number="press.fromSecond" type="number" min="0" step="0.5" class="second"
      /></label>
      <label>to second <input v-model.number="press.toSecond" type="number" min="0" step="0.5" class="second" /></label>
      <button
        type="button"
        class="btn small"
        :aria-label="`Leave out key ${index + 1} of ${mode}`"
        @click="drop(mode, index)"
      >
        Leave out
      </button>
    </div>
    <button type="button" class="btn small" @click="add(mode)">Another key</button>
  </div>
</template>

<style scoped>
.mode {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.press {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.second {
  width: 74px;
}
</style>
