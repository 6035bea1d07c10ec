<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { slotName } from '../app/format'
import type { UnitAnswer } from '../generated/api'
import { slotViews } from './factMeaning'

/** The slots of a phone, large: what starts, and what it stands on. */
const props = defineProps<{ unit: UnitAnswer }>()
const slots = computed(() => slotViews(props.unit.card.slots, props.unit.facts))
</script>

<template>
  <div v-if="slots.length" class="slots" :class="{ single: slots.length === 1 }" data-test="slots">
    <section v-for="slot in slots" :key="slot.slot" class="slot" :class="{ active: slot.active }">
      <h3>
        {{
          slot.slot === '-' ? t('bench.unitSlots.oneSlot') : t('bench.unitSlots.slot', { slot: slotName(slot.slot) })
        }}
        <span v-if="slot.active && slot.slot !== '-'" class="small">{{ t('bench.unitSlots.startsNext') }}</span>
        <span v-if="slot.retriesLeft !== null" class="mute small">{{
          t('bench.unitSlots.startsLeft', { retriesLeft: slot.retriesLeft })
        }}</span>
      </h3>
      <dl>
        <template v-for="row in slot.rows" :key="row.label">
          <dt>{{ row.label }}</dt>
          <dd :class="{ unknown: !row.known }">{{ row.text }}</dd>
        </template>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.slots {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  margin-bottom: 18px;
}
.slots.single {
  grid-template-columns: minmax(0, 1fr);
}
.slot {
  border: 1px solid var(--line);
  border-top: 4px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  padding: 10px 14px;
}
.slot.active {
  border-top-color: var(--brass);
}
h3 {
  display: flex;
  gap: 12px;
  align-items: baseline;
  font-size: 16px;
  margin: 0 0 6px;
}
h3 .small {
  font-weight: 400;
}
dl {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 3px 10px;
  margin: 0;
}
dt {
  color: var(--mute);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.unknown {
  color: var(--mute);
  font-style: italic;
}
@media (max-width: 600px) {
  .slots {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
