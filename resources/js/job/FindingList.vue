<script setup lang="ts">
import { t } from '../app/i18n'
import { sourceName, valueText } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import LinkedText from '../handbook/LinkedText.vue'
import type { FindingRow } from '../generated/api'

/** What rules say, a row each: the verdict, what is needed, what there is, why, and what to do. */
defineProps<{ findings: FindingRow[] }>()

/**
 * What a finding rests on, each place once; the card lies beside the file that the row is about. What nobody knows was
 * read nowhere.
 */
const sources = (finding: FindingRow): string =>
  [
    ...new Set(
      finding.facts
        .filter((fact) => fact.value !== null || fact.source !== 'assumed')
        .map((fact) => sourceName[fact.source] + (fact.where && fact.source !== 'card' ? `, ${fact.where}` : '')),
    ),
  ].join('; ')
const detail = (finding: FindingRow): string =>
  finding.facts
    .map(
      (fact) =>
        `${fact.name} = ${valueText(fact.value)}${fact.where ? `, ${fact.where}` : ''}${fact.at ? `, ${fact.at}` : ''}`,
    )
    .join('\n')
const words: Record<FindingRow['severity'], string> = {
  clear: t('job.findingList.order'),
  note: t('job.findingList.goodKnow'),
  mind: t('job.findingList.caution'),
  settle: t('job.findingList.decide'),
  stop: t('job.findingList.stop'),
}
</script>

<template>
  <ul class="findings">
    <li v-for="finding in findings" :key="finding.key" :class="finding.severity" :data-finding="finding.key">
      <VerdictMark class="mark" :level="finding.severity" :words="words[finding.severity]" />
      <div class="what">
        <span class="need">{{ finding.need }}:</span> <b>{{ finding.found }}</b>
        <div class="small"><LinkedText :text="finding.reason" /></div>
        <div v-if="finding.remedy" class="small remedy"><LinkedText :text="finding.remedy" /></div>
        <slot name="acts" :finding="finding" />
        <div class="source mute" :title="detail(finding)">
          <template v-if="sources(finding)">{{ sources(finding) }} · </template
          ><RouterLink
            class="mono"
            :to="`/handbook#${finding.rule}`"
            :title="t('job.findingList.ruleBehindHandbook', { rule: finding.rule })"
            >{{ finding.rule }}</RouterLink
          >
        </div>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  list-style: none;
  margin: 0;
  padding: 0;
  max-width: 980px;
}
li {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 4px 12px;
  padding: 9px 10px;
  border-bottom: 1px solid var(--line);
}
li.stop {
  background: var(--plum-soft);
}
.mark {
  align-self: start;
}
.what {
  overflow-wrap: anywhere;
}
.remedy {
  color: var(--slate);
  font-weight: 700;
}
.source {
  font-size: 12px;
}
/* Large enough for a thumb. */
.source a {
  display: inline-block;
  min-height: 24px;
  line-height: 24px;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
