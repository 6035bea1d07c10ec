<script setup lang="ts">
import { t } from '../app/i18n'
import { slotName } from '../app/format'
import type { UnitCard } from '../generated/api'

defineProps<{ slots: UnitCard['slots']; second?: string | null }>()
</script>

<template>
  <div class="strips">
    <div v-for="slot in slots" :key="slot.slot" class="line">
      <span class="name mono" :class="{ on: slot.active }">{{ slotName(slot.slot) }}</span>
      <span class="strip" :class="{ on: slot.active }">
        <span v-if="slot.state === 'complete'"
          >{{ slot.os ?? t('bench.slotStrip.systemFamilyUnknown') }} {{ slot.version
          }}<template v-if="second"> + {{ second }}</template></span
        >
        <span v-else-if="slot.state === 'incomplete'" class="bad">{{ t('common.writtenPart') }}</span>
        <span v-else-if="slot.state === 'none'" class="mute">{{ t('bench.slotStrip.nothing') }}</span>
        <span v-else class="unknown">{{ t('common.unknown') }}</span>
        <span
          class="mono mute fw"
          :title="
            t('bench.slotStrip.firmware', {
              firmware: slot.firmware ?? t('common.unknown'),
              vendor: slot.vendor ? t('bench.slotStrip.vendor', { vendor: slot.vendor }) : '',
            })
          "
          >{{
            slot.vendor
              ? t('bench.slotStrip.vendor2', { vendor: slot.vendor })
              : slot.firmware === null
                ? t('bench.slotStrip.firmware2')
                : t('bench.slotStrip.firmware3', { firmware: slot.firmware })
          }}</span
        >
      </span>
      <span class="visually-hidden">{{ slot.active ? t('bench.slotStrip.activeSlot') : '' }}</span>
    </div>
  </div>
</template>

<style scoped>
.strips {
  display: grid;
  gap: 5px;
}
.line {
  display: flex;
  align-items: center;
  gap: 8px;
}
.name {
  width: 14px;
  color: var(--mute);
  font-size: 12px;
}
.name.on {
  color: var(--brass);
  font-weight: 700;
}
.strip {
  flex: 1;
  display: flex;
  justify-content: space-between;
  gap: 8px;
  background: var(--soft);
  border-left: 3px solid transparent;
  padding: 2px 8px 2px 6px;
  font-size: 13px;
}
.strip.on {
  border-color: var(--brass);
}
.fw {
  font-size: 12px;
}
.bad {
  color: var(--plum);
  font-weight: 700;
}
.unknown {
  border-bottom: 1px dotted currentcolor;
}
</style>
