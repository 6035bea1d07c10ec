<script setup lang="ts">
import BatteryBar from '../bench/BatteryBar.vue'
import SlotStrip from '../bench/SlotStrip.vue'
import type { UnitCard } from '../generated/api'

/** A phone that is not on the bench yet, as it would stand in the rack. */
defineProps<{ card: UnitCard; kept: string }>()
</script>

<template>
  <article class="sheet card" data-test="card">
    <div class="head">
      <b class="codename mono">{{ card.codename }}</b>
      <span class="mono small mute">{{ kept || 'not on the bench yet' }}</span>
    </div>
    <div class="mute small">{{ card.name }} · {{ card.model ?? 'model number not read yet' }}</div>
    <SlotStrip class="slots" :slots="card.slots" :second="card.second" />
    <div class="state small">
      <span class="mute"
        >{{ card.unlocked === null ? 'lock unknown' : card.unlocked ? 'bootloader unlocked' : 'bootloader locked' }},
        {{ card.encryption === null ? 'encryption unknown' : `${card.encryption} encryption` }},
        {{ card.fileSystem ?? 'file system unknown' }}</span
      >
      <BatteryBar :percent="card.battery" />
    </div>
  </article>
</template>

<style scoped>
.card {
  padding: 14px 16px;
  display: grid;
  gap: 8px;
}
.head,
.state {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.codename {
  font-size: 20px;
}
</style>
