<script setup lang="ts">
import type { InsideAnswer } from '../generated/api'
import InsideData from './InsideData.vue'
import InsideSlot from './InsideSlot.vue'
import InsideSuper from './InsideSuper.vue'

/** What lies in a simulated phone, drawn; `only` takes one part of it, for a page that explains just that. */
const props = defineProps<{ inside: InsideAnswer; only?: 'slots' | 'super' | 'data' }>()
const shows = (part: 'slots' | 'super' | 'data'): boolean => !props.only || props.only === part
</script>

<template>
  <div class="inside">
    <ul v-if="inside.damage.length && !only" class="damage">
      <li v-for="one in inside.damage" :key="one">{{ one }}</li>
    </ul>
    <div v-if="shows('slots')" class="slots" :class="{ single: inside.slots.length === 1 }">
      <InsideSlot v-for="slot in inside.slots" :key="slot.slot" :holds="slot" :second="slot.slot === 'b'" />
    </div>
    <InsideSuper v-if="inside.super && shows('super')" :room="inside.super" />
    <InsideData v-if="shows('data')" :data="inside.data" />
  </div>
</template>

<style scoped>
.inside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}
.slots {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}
.slots.single {
  grid-template-columns: minmax(0, 1fr);
}
.damage {
  background: var(--plum-soft);
  border-left: 4px solid var(--plum);
  color: var(--plum);
  list-style: none;
  margin: 0;
  padding: 8px 14px;
}
@media (max-width: 600px) {
  .slots {
    grid-template-columns: minmax(0, 1fr);
  }
}
.inside :deep(h3) {
  display: flex;
  align-items: center;
  gap: 10px;
  font-size: 15px;
  margin: 0 0 6px;
}
.inside :deep(h3 .mute) {
  font-weight: 400;
  font-size: 13px;
}
</style>
