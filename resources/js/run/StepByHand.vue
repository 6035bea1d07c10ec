<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import LinkedText from '../handbook/LinkedText.vue'
import StepCommands from '../job/StepCommands.vue'
import type { Step } from '../job/scoreLayout'
import KeyChart from './KeyChart.vue'
import { useNotice } from './useNotice'
import WaitBar from './WaitBar.vue'

/** One step that the person does: what to do, the command, what will be seen, and where to show that it worked. */
const props = defineProps<{
  step: Step
  commands?: string[]
  wants: string[]
  elapsed: number
  keys?: { key: string; fromSecond: number; toSecond: number }[]
}>()
const evidence = defineModel<string>('evidence', { required: true })

const { tell } = useNotice()
const told = ref(false)
watch(
  () => props.step.number,
  () => (told.value = false),
)
/** A tone and a notice once the usual time is over, for somebody who has walked away. */
watch(
  () => props.elapsed,
  (now) => {
    if (told.value || now < props.step.expectedSeconds || props.step.expectedSeconds < 60) return
    told.value = true
    tell(t('run.stepByHand.lookAtPhone'), props.step.title)
  },
)
/** Picks what would be tedious to type; a slot picked before makes room. */
function pick(slot: string): void {
  // These words are read as evidence, in whatever language the page is.
  evidence.value = `${evidence.value.replace(/\s*current slot: [ab]$/, '')}\ncurrent slot: ${slot}`.trim()
}
const words: Record<string, string> = {
  serial: t('run.stepByHand.serialNumberListed'),
  'slot.active': t('run.stepByHand.slotCurrent'),
}
</script>

<template>
  <p class="big"><LinkedText :text="step.instruction" /></p>
  <StepCommands v-if="commands?.length" :commands="commands" />
  <p class="hint">{{ t('run.stepByHand.youWillSee', { youWillSee: step.youWillSee }) }}</p>
  <div v-for="oddity in step.oddities" :key="oddity" class="oddity"><LinkedText :text="oddity" /></div>
  <KeyChart v-if="keys" :presses="keys" />
  <WaitBar :step="step" :elapsed="elapsed" />
  <label v-if="wants.length" class="evidence">
    <span>{{ t('run.stepByHand.typeOrPasteOr', { wants: wants.map((name) => words[name] ?? name).join(', ') }) }}</span>
    <textarea v-model="evidence" class="mono" rows="3" :aria-label="t('run.stepByHand.evidence')" spellcheck="false" />
  </label>
  <p v-if="wants.includes('slot.active')" class="pick">
    {{ t('run.stepByHand.currentSlot') }}
    <button v-for="slot in ['a', 'b']" :key="slot" type="button" class="btn small" @click="pick(slot)">
      {{ slot.toUpperCase() }}
    </button>
  </p>
  <p v-if="!wants.length" class="hint">{{ t('run.stepByHand.workedWhen', { evidence: step.evidence }) }}</p>
</template>

<style scoped src="./texts.css"></style>

<style scoped>
.pick {
  margin: 0;
  display: flex;
  gap: 8px;
  align-items: center;
}
.evidence {
  display: grid;
  gap: 4px;
  max-width: 760px;
  font-size: 15px;
}
textarea {
  border: 2px solid var(--slate);
  font-size: 15px;
  padding: 8px 10px;
}
</style>
