<script setup lang="ts">
import { computed } from 'vue'
import { duration } from '../app/format'
import type { Plan } from '../generated/api'
import { calmOf } from './calm'

/** For somebody who is not needed now: how long it takes, and what is asked next. */
const props = defineProps<{ steps: Plan['steps']; at: number; elapsed: number }>()
const calm = computed(() => calmOf(props.steps, props.at, props.elapsed))
</script>

<template>
  <p class="calm" data-test="calm">
    <b>Nothing for you to do.</b>
    <template v-if="calm.ofStep !== null"> This step has about {{ duration(calm.ofStep) }} left.</template>
    <template v-else> This step takes longer than usual. Leave it until the clock reaches the end of the bar.</template>
    <template v-if="calm.next">
      You are asked for the phone's label in about {{ duration(calm.next.inSeconds) }}, before step
      {{ calm.next.step.number }}.</template
    >
    The whole run has about {{ duration(calm.ofRun) }} left.
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
