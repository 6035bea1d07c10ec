<script setup lang="ts">
import { sourceName, valueText } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { FindingRow } from '../generated/api'

defineProps<{ findings: FindingRow[] }>()
/** Where a finding rests on, each place once; the card lies beside the file that the row is about. */
const sources = (finding: FindingRow): string[] => [
  ...new Set(
    finding.facts.map(
      (fact) => sourceName[fact.source] + (fact.where && fact.source !== 'card' ? `, ${fact.where}` : ''),
    ),
  ),
]
const detail = (finding: FindingRow): string =>
  finding.facts
    .map(
      (fact) =>
        `${fact.name} = ${valueText(fact.value)}${fact.where ? `, ${fact.where}` : ''}${fact.at ? `, ${fact.at}` : ''}`,
    )
    .join('\n')
const words: Record<string, string> = { clear: 'fits', note: 'note', mind: 'mind', settle: 'settle', stop: 'stop' }
</script>

<template>
  <div class="scroll-x">
    <table class="rows findings">
      <thead>
        <tr>
          <th>Need</th>
          <th>This phone, this kit</th>
          <th>Source</th>
          <th>Verdict</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="finding in findings" :key="finding.key" :class="finding.severity" :data-finding="finding.key">
          <td class="need">
            {{ finding.need }}
            <div>
              <RouterLink class="small mono" :to="`/handbook#${finding.rule}`">{{ finding.rule }}</RouterLink>
            </div>
          </td>
          <td>
            <b>{{ finding.found }}</b>
            <div class="small">{{ finding.reason }}</div>
            <div v-if="finding.remedy" class="small remedy">{{ finding.remedy }}</div>
            <slot name="settle" :finding="finding" />
          </td>
          <td class="small mute source" :title="detail(finding)">
            <div v-for="source in sources(finding)" :key="source">{{ source }}</div>
          </td>
          <td><VerdictMark :level="finding.severity" :words="words[finding.severity]" /></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.need {
  min-width: 170px;
  max-width: 260px;
  overflow-wrap: anywhere;
}
.source {
  max-width: 210px;
  overflow-wrap: anywhere;
}
.remedy {
  color: var(--slate);
  font-weight: 700;
}
tr.stop td {
  background: var(--plum-soft);
}
</style>
