<script setup lang="ts">
import { t } from './i18n'
/** Stands where data is still to come; it appears only when that takes longer than 200 ms. */
defineProps<{ rows?: number }>()
</script>

<template>
  <div class="skeleton" role="status">
    <span class="visually-hidden">{{ t('app.skeletonRows.loading') }}</span>
    <i v-for="row in rows ?? 6" :key="row" :style="{ width: `${94 - ((row * 17) % 40)}%` }" />
  </div>
</template>

<style scoped>
.skeleton {
  display: grid;
  gap: 14px;
  padding: 8px 0;
  opacity: 0;
  animation: appear 0.2s 0.2s forwards;
}
i {
  height: 14px;
  border-radius: 3px;
  background: var(--soft);
}
@keyframes appear {
  to {
    opacity: 1;
  }
}
</style>
