<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { bytes, exactBytes } from '../app/format'
import type { FileAnswer } from '../generated/api'

/** What is in a build: its images as bars, the largest first, true to size. */
const props = defineProps<{ images: FileAnswer['images'] }>()

const SHOWN = 12
const sorted = computed(() => [...props.images].sort((a, b) => b.sizeBytes - a.sizeBytes))
const largest = computed(() => Math.max(1, sorted.value[0]?.sizeBytes ?? 1))
const total = computed(() => props.images.reduce((sum, image) => sum + image.sizeBytes, 0))
</script>

<template>
  <figure class="bars" data-test="partition-bars">
    <figcaption class="small mute">
      {{ t('shelf.partitionBars.partitions', { total: bytes(total), count: images.length }) }}
    </figcaption>
    <div
      v-for="image in sorted.slice(0, SHOWN)"
      :key="image.partition"
      class="bar"
      :title="exactBytes(image.sizeBytes)"
    >
      <span class="mono small">{{ image.partition }}</span>
      <span class="room"><i :style="{ width: `${Math.max(1, (100 * image.sizeBytes) / largest)}%` }" /></span>
      <span class="mono small size">{{ bytes(image.sizeBytes) }}</span>
    </div>
    <p v-if="sorted.length > SHOWN" class="small mute">
      {{ t('shelf.partitionBars.smallerOnes', { count: sorted.length - SHOWN }) }}
    </p>
  </figure>
</template>

<style scoped>
.bars {
  margin: 10px 0;
  display: grid;
  gap: 2px;
}
.bar {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr) 80px;
  gap: 8px;
  align-items: center;
}
.room {
  background: var(--soft);
  height: 10px;
  border-radius: 2px;
}
.room i {
  display: block;
  height: 100%;
  background: var(--slate);
  border-radius: 2px;
}
.size {
  text-align: right;
}
p {
  margin: 0;
}
</style>
