<script setup lang="ts">
import { t } from '../app/i18n'
import { encryptionName } from '../app/names'
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
      <span class="mono small mute">{{ kept || t('start.arrivingCard.notBenchYet') }}</span>
    </div>
    <div class="mute small">{{ card.name }} · {{ card.model ?? t('start.arrivingCard.modelNumberNotRead') }}</div>
    <SlotStrip class="slots" :slots="card.slots" :second="card.second" />
    <div class="state small">
      <span class="mute"
        >{{
          card.unlocked === null
            ? t('start.arrivingCard.lockUnknown')
            : card.unlocked
              ? t('start.arrivingCard.bootloaderUnlocked')
              : t('start.arrivingCard.bootloaderLocked')
        }},
        {{ card.encryption === null ? t('start.arrivingCard.encryptionUnknown') : encryptionName(card.encryption) }},
        {{ card.fileSystem ?? t('start.arrivingCard.fileSystemUnknown') }}</span
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
