<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import type { UnitAnswer } from '../generated/api'
import CandidateList from './CandidateList.vue'

/** Which model it is: only shown while that is open, or while something speaks against it. */
const props = defineProps<{ unit: UnitAnswer }>()
const emit = defineEmits<{ identify: [codename: string] }>()
const chosen = ref<string | null>(null)
const doubtful = computed(
  () => props.unit.card.codename === null || (props.unit.identity.candidates[0]?.contradictions.length ?? 0) > 0,
)

watchEffect(() => {
  if (
    chosen.value === null &&
    props.unit.identity.candidates.length === 1 &&
    props.unit.identity.candidates[0]?.contradictions.length === 0
  )
    chosen.value = props.unit.identity.candidates[0].codename
})
</script>

<template>
  <section v-if="doubtful" class="identity">
    <h2>Which model is it?</h2>
    <p class="small">{{ unit.identity.says }}</p>
    <CandidateList v-model="chosen" :candidates="unit.identity.candidates" />
    <button
      v-if="chosen && chosen !== unit.card.codename"
      type="button"
      class="btn act small"
      @click="emit('identify', chosen)"
    >
      It is {{ chosen }}
    </button>
    <p v-if="unit.identity.candidates.length === 0" class="small mute">
      Enter its model number, or paste what the phone printed about itself.
    </p>
  </section>
</template>

<style scoped>
.identity {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.identity p {
  margin: 0;
}
</style>
