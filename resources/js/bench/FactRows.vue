<script setup lang="ts">
import { t } from '../app/i18n'
import { ago, dateTimeOf, sourceName } from '../app/format'
import LinkedText from '../handbook/LinkedText.vue'
import type { UnitAnswer } from '../generated/api'

defineProps<{ facts: UnitAnswer['facts'] }>()
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead class="visually-hidden">
        <tr>
          <th>{{ t('common.what') }}</th>
          <th>{{ t('common.value') }}</th>
          <th>{{ t('bench.factRows.howKnown') }}</th>
          <th>{{ t('bench.factRows.when') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="fact in facts" :key="fact.name">
          <td class="what"><LinkedText :text="fact.label" /></td>
          <td class="mono wrap">
            <span :class="{ unknown: fact.value === null }">{{ fact.text }}</span>
          </td>
          <td class="small">
            {{ sourceName[fact.source] }}<span v-if="fact.where" class="mute"> · {{ fact.where }}</span>
          </td>
          <td class="mute small" :title="dateTimeOf(fact.at)">
            {{ ago(fact.at) }}<b v-if="fact.stale" class="old">{{ ' ' }}{{ t('bench.factRows.tooOldCount') }}</b>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.what {
  width: 230px;
}
.old {
  color: var(--brass);
}
.unknown {
  border-bottom: 1px dotted currentcolor;
}
</style>
