<script setup lang="ts">
import { t } from '../app/i18n'
import { bytes, exactBytes, slotName } from '../app/format'
import type { InsideAnswer } from '../generated/api'

/** The room that the logical partitions of a phone share, true to size. */
const props = defineProps<{ room: NonNullable<InsideAnswer['super']> }>()
const share = (size: number): string => `${(100 * size) / props.room.bytes}%`
</script>

<template>
  <section class="super">
    <h3>
      <span>{{ t('common.super') }}</span>
      <span class="mute">{{
        t('run.insideSuper.free', { bytes: bytes(room.bytes), freeBytes: bytes(room.freeBytes) })
      }}</span>
    </h3>
    <div class="strip" role="img" :aria-label="t('run.insideSuper.superFree', { freeBytes: bytes(room.freeBytes) })">
      <span
        v-for="part in room.parts"
        :key="part.slot + part.name"
        class="piece"
        :class="{ second: part.slot === 'b' }"
        :style="{ width: share(part.bytes) }"
        :title="
          t('run.insideSuper.slot', { name: part.name, slot: slotName(part.slot), bytes: exactBytes(part.bytes) })
        "
        >{{ part.name }}</span
      >
    </div>
  </section>
</template>

<style scoped>
.strip {
  display: flex;
  height: 34px;
  border: 1px solid var(--line);
  border-radius: 3px;
  overflow: hidden;
  background: repeating-linear-gradient(-45deg, var(--soft) 0 4px, var(--paper) 4px 9px);
}
.piece {
  background: var(--slate);
  color: var(--paper);
  font-size: 11.5px;
  line-height: 34px;
  padding: 0 5px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: clip;
  border-right: 1px solid var(--paper);
}
.piece.second {
  background: var(--brass);
  color: var(--on-brass);
}
</style>
