<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { duration } from '../app/format'
import type { Plan } from '../generated/api'
import { calmOf } from './calm'

/** For somebody who is not needed now: how long it takes, and what is asked next. */
const props = defineProps<{ steps: Plan['steps']; at: number; elapsed: number }>()
const calm = computed(() => calmOf(props.steps, props.at, props.elapsed))
</script>

<template>
  <p class="calm" data-test="calm">
    <b>{{ t('run.nothingToDo.nothingYouDo') }}</b>
    <template v-if="calm.ofStep !== null"
      >{{ ' ' }}{{ t('run.nothingToDo.stepHasAboutLeft', { ofStep: duration(calm.ofStep) }) }}</template
    >
    <template v-else>{{ ' ' }}{{ t('run.nothingToDo.stepTakesLongerThan') }}</template>
    <template v-if="calm.next"
      >{{ ' '
      }}{{
        t('run.nothingToDo.youAskedPhonesLabel', {
          inSeconds: duration(calm.next.inSeconds),
          number: calm.next.step.number,
        })
      }}</template
    >
    {{ t('run.nothingToDo.wholeRunHasAbout', { ofRun: duration(calm.ofRun) }) }}
  </p>
</template>

<style scoped>
.calm {
  margin: 0;
  font-size: 17px;
  line-height: 1.4;
  max-width: 44em;
  border-left: 4px solid var(--moss);
  padding: 4px 14px;
}
</style>
