<script setup lang="ts">
/** A verdict or a severity as shape and word; never by colour alone. */
defineProps<{ level: string; words?: string; count?: number; plain?: boolean }>()
</script>

<template>
  <span class="verdict" :class="level">
    <svg v-if="level === 'stop'" width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      <path d="M6 1.5h6L16.5 6v6L12 16.5H6L1.5 12V6z" fill="none" stroke="currentColor" stroke-width="2" />
    </svg>
    <span v-else-if="level === 'settle'" class="ring mono" aria-hidden="true">{{ count ?? '' }}</span>
    <svg v-else-if="level === 'mind'" width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      <path d="M9 2l7.5 13.5h-15z" fill="none" stroke="currentColor" stroke-width="2" stroke-linejoin="round" />
    </svg>
    <span v-else-if="level === 'clear'" class="bar" aria-hidden="true" />
    <span v-else class="dot" aria-hidden="true" />
    <span :class="{ 'visually-hidden': plain }">{{ words ?? level }}</span>
  </span>
</template>

<style scoped>
.verdict {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  font-weight: 700;
  white-space: nowrap;
}
.stop {
  color: var(--plum);
}
.settle,
.mind {
  color: var(--brass);
}
.clear {
  color: var(--moss);
}
.note {
  color: var(--slate);
}
.ring {
  border: 2px solid var(--brass);
  border-radius: 50%;
  width: 20px;
  height: 20px;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  font-size: 11px;
  font-weight: 700;
}
.bar {
  width: 22px;
  height: 9px;
  background: var(--moss);
  border-radius: 2px;
}
.dot {
  width: 8px;
  height: 8px;
  border: 2px solid var(--slate);
  border-radius: 2px;
}
</style>
