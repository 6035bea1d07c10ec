<script setup lang="ts">
import { t } from '../app/i18n'
defineProps<{ percent: number | null; low?: number }>()
</script>

<template>
  <span class="battery">
    <svg v-if="percent !== null" width="54" height="10" viewBox="0 0 54 10" aria-hidden="true">
      <rect x="0.5" y="0.5" width="53" height="9" fill="none" stroke="currentColor" rx="1.5" />
      <rect
        x="2"
        y="2"
        :width="(50 * percent) / 100"
        height="6"
        :fill="percent < (low ?? 60) ? 'var(--plum)' : 'var(--slate)'"
      />
    </svg>
    <span class="mono">{{ percent === null ? t('bench.batteryBar.battery') : `${percent} %` }}</span>
  </span>
</template>

<style scoped>
.battery {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-size: 12.5px;
}
</style>
