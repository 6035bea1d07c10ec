<script setup lang="ts">
import { t } from '../app/i18n'
import { exactBytes, slotName } from '../app/format'
import type { InsideAnswer } from '../generated/api'

type Slot = InsideAnswer['slots'][number]
type Part = Slot['parts'][number]

/** What lies in one slot of a simulated phone; the second slot of a phone has the other tint. */
defineProps<{ holds: Slot; second: boolean }>()

const groups: { sort: Part['sort']; title: string }[] = [
  { sort: 'start', title: t('run.insideSlot.startsFrom') },
  { sort: 'in super', title: t('run.insideSlot.super') },
  { sort: 'firmware', title: t('common.firmware') },
  { sort: 'check', title: t('run.insideSlot.verification') },
]
const partsOf = (slot: Slot, sort: Part['sort']): Part[] => slot.parts.filter((part) => part.sort === sort)
const state = (part: Part): string => (part.whole === null ? 'empty' : part.whole ? 'whole' : 'cut')
const words = (part: Part): string =>
  part.whole === null ? 'empty' : part.whole ? (part.says ?? part.of ?? '') : t('common.writtenPart')
</script>

<template>
  <section class="slot" :class="{ second }">
    <h3>
      <span class="letter">{{
        holds.slot === '-' ? t('run.insideSlot.oneSlot') : t('run.insideSlot.slot', { slot: slotName(holds.slot) })
      }}</span>
      <span v-if="holds.startsNext && holds.slot !== '-'" class="next">{{ t('run.insideSlot.startsNext') }}</span>
      <span
        v-if="holds.slot !== '-'"
        class="starts"
        :title="
          t('run.insideSlot.startsLeftBeforeBootloader', {
            retriesLeft: holds.retriesLeft,
            mostRetries: holds.mostRetries,
          })
        "
      >
        <i v-for="n in holds.mostRetries" :key="n" :class="{ left: n <= holds.retriesLeft }" />
        <span class="visually-hidden">{{ t('run.insideSlot.startsLeft', { retriesLeft: holds.retriesLeft }) }}</span>
      </span>
    </h3>
    <p v-if="holds.merging" class="note">{{ t('run.insideSlot.updateLiesBesideOld') }}</p>
    <template v-for="group in groups" :key="group.sort">
      <template v-if="partsOf(holds, group.sort).length">
        <h4>{{ group.title }}</h4>
        <div
          v-for="part in partsOf(holds, group.sort)"
          :key="part.name"
          class="part"
          :class="state(part)"
          :title="`${part.name}: ${words(part)}${part.bytes ? `, ${exactBytes(part.bytes)}` : ''}`"
        >
          <span class="name mono">{{ part.name }}</span><span class="words">{{ words(part) }}</span>
        </div>
      </template>
    </template>
    <p v-for="added in holds.added" :key="added" class="added">+ {{ added }}</p>
  </section>
</template>

<style scoped>
.slot {
  border: 1px solid var(--line);
  border-top: 4px solid var(--slate);
  background: var(--ground);
  border-radius: 3px;
  padding: 10px 12px 12px;
}
.slot.second {
  border-top-color: var(--brass);
}
h4 {
  font-size: 12px;
  font-weight: 400;
  color: var(--mute);
  margin: 9px 0 3px;
}
.next {
  font-size: 12px;
  font-weight: 400;
}
.starts {
  margin-left: auto;
  display: inline-flex;
  gap: 3px;
}
.starts i {
  width: 9px;
  height: 9px;
  border: 1.5px solid var(--mute);
  border-radius: 2px;
}
.starts i.left {
  background: var(--moss);
  border-color: var(--moss);
}
.part {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 12.5px;
  padding: 3px 8px;
  margin-bottom: 3px;
  border-radius: 2px;
  border: 1px solid transparent;
}
.part .name {
  min-width: 82px;
}
.part .words {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.part.whole {
  background: var(--slate-soft);
}
.second .part.whole {
  background: var(--brass-soft);
}
.part.empty {
  border: 1px dashed var(--line);
  color: var(--mute);
}
.part.cut {
  background: repeating-linear-gradient(-45deg, var(--plum-soft) 0 6px, var(--paper) 6px 10px);
  border-color: var(--plum);
  color: var(--plum);
}
.added {
  font-size: 12.5px;
  margin: 4px 0 0;
}
.note {
  font-size: 12.5px;
  color: var(--brass);
  margin: 0;
}
</style>
