<script setup lang="ts">
import { t } from '../app/i18n'
import LinkedText from '../handbook/LinkedText.vue'
import type { RunEventsAnswer } from '../generated/api'

type Causes = NonNullable<NonNullable<RunEventsAnswer['state']['question']>['causes']>

/** What a symptom may come of on this phone, the likely first, each with how to tell and what helps. */
defineProps<{ causes: Causes; line?: string }>()
const next: Record<Causes[number]['next'], string> = {
  harmless: t('run.causeList.harmless'),
  again: t('run.causeList.thenDoStepAgain'),
  replan: t('run.causeList.thenPlanAgain'),
  stop: t('run.causeList.stopHere'),
}
</script>

<template>
  <p v-if="line" class="line mono" data-test="deciding-line">
    <mark>{{ line }}</mark>
  </p>
  <ol class="causes" data-test="causes">
    <li v-for="cause in causes" :key="cause.title">
      <b>{{ cause.title }}</b> <span class="small" :class="cause.next">{{ next[cause.next] }}</span>
      <div v-for="reason in cause.because" :key="reason" class="because small"><LinkedText :text="reason" /></div>
      <div class="small">
        <span class="mute">{{ t('run.causeList.tell') }}</span>{{ ' ' }}<LinkedText :text="cause.check" />
      </div>
      <div class="small">
        <span class="mute">{{ t('run.causeList.whatHelps') }}</span>{{ ' ' }}<LinkedText :text="cause.remedy" />
      </div>
    </li>
  </ol>
</template>

<style scoped>
.line {
  margin: 0;
  font-size: 14px;
  overflow-wrap: anywhere;
}
mark {
  background: var(--brass-soft);
  color: var(--ink);
  padding: 2px 4px;
}
.causes {
  margin: 0;
  padding-left: 24px;
  max-width: 760px;
  display: grid;
  gap: 10px;
}
.because {
  color: var(--brass);
}
.harmless {
  color: var(--moss);
}
.stop {
  color: var(--plum);
  font-weight: 700;
}
</style>
