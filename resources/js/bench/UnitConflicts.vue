<script setup lang="ts">
import { t } from '../app/i18n'
import { ago, dateTimeOf, sourceName } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { UnitAnswer } from '../generated/api'

/** Statements that disagree, side by side; a person says which one holds. */
defineProps<{ conflicts: UnitAnswer['conflicts'] }>()
defineEmits<{ settle: [body: { name: string; side: number }] }>()
</script>

<template>
  <section v-for="conflict in conflicts" :key="conflict.name" class="conflict">
    <VerdictMark level="settle" :words="t('bench.unitConflicts.statementsDisagree', { label: conflict.label })" />
    <div class="sides">
      <div v-for="(fact, side) in conflict.sides" :key="side" class="side">
        <b class="mono">{{ fact.text }}</b>
        <span class="small"
          >{{ sourceName[fact.source] }}<template v-if="fact.where"> · {{ fact.where }}</template></span
        >
        <span class="small mute" :title="dateTimeOf(fact.at)">{{ ago(fact.at) }}</span>
        <button type="button" class="btn small" @click="$emit('settle', { name: conflict.name, side })">
          {{ t('bench.unitConflicts.oneRight') }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.conflict {
  border: 1px solid var(--brass);
  border-left-width: 4px;
  border-radius: 4px;
  padding: 10px 14px;
  margin-bottom: 14px;
  background: var(--paper);
}
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
  margin-top: 6px;
}
.side {
  display: grid;
  gap: 2px;
  justify-items: start;
}
</style>
