<script setup lang="ts">
import { t } from '../app/i18n'
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
      <label
        >{{ t('sheet.keyRows.key') }}
        <input v-model.trim="press.key" :aria-label="t('sheet.keyRows.key2', { mode, index: index + 1 })" size="10"
      /></label>
      <label
        >{{ t('sheet.keyRows.heldFrom') }}
        <input v-model.number="press.fromSecond" type="number" min="0" step="0.5" class="second"
      /></label>
      <label
        >{{ t('sheet.keyRows.second') }}
        <input v-model.number="press.toSecond" type="number" min="0" step="0.5" class="second"
      /></label>
      <button
        type="button"
        class="btn small"
        :aria-label="t('sheet.keyRows.leaveOutKey', { index: index + 1, mode })"
        @click="drop(mode, index)"
      >
        {{ t('common.leaveOut') }}
      </button>
    </div>
    <button type="button" class="btn small" @click="add(mode)">{{ t('sheet.keyRows.anotherKey') }}</button>
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
