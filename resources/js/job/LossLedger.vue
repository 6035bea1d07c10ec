<script setup lang="ts">
import type { Plan } from '../generated/api'

defineProps<{ ledger: Plan['ledger'] }>()

function outcome(entry: Plan['ledger'][number]): string {
  if (entry.outcome === 'kept') return 'kept'
  if (entry.outcome === 'absent') return 'none on the phone'
  if (entry.backup) return `returns from backup “${entry.backup}”`
  if (entry.backedUpByPlan) return 'returns from the backup that the plan makes'
  return entry.waived ? 'lost, and waived by you' : 'lost'
}
</script>

<template>
  <div class="ledger">
    <div v-for="entry in ledger" :key="entry.class" class="entry" :class="entry.outcome">
      <span>{{ entry.label }}<span v-if="!entry.known" class="mute small"> (perhaps)</span></span>
      <span class="what">{{ outcome(entry) }}</span>
      <span class="mono mute small">{{ entry.step ? `step ${entry.step}` : '' }}</span>
    </div>
  </div>
</template>

<style scoped>
.ledger {
  max-width: 760px;
}
.entry {
  display: grid;
  grid-template-columns: 1fr 1fr 70px;
  gap: 12px;
  padding: 5px 10px;
  border-bottom: 1px solid var(--line);
  border-left: 4px solid var(--line);
}
.entry.lost {
  border-left-color: var(--plum);
}
.entry.lost .what {
  color: var(--plum);
  font-weight: 700;
}
.entry.returns {
  border-left-color: var(--slate);
}
.entry.kept {
  border-left-color: var(--moss);
}
.entry.absent {
  color: var(--mute);
}
@media (max-width: 700px) {
  .entry {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
