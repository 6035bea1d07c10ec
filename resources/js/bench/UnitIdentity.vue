<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { t } from '../app/i18n'
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
    <h2>{{ t('bench.unitIdentity.whichModel') }}</h2>
    <p class="small">{{ unit.identity.says }}</p>
    <CandidateList v-model="chosen" :candidates="unit.identity.candidates" />
    <button
      v-if="chosen && chosen !== unit.card.codename"
      type="button"
      class="btn act small"
      @click="emit('identify', chosen)"
    >
      {{ t('bench.unitIdentity.itIs', { chosen }) }}
    </button>
    <p v-if="unit.identity.candidates.length === 0" class="small mute">
      {{ t('bench.unitIdentity.enterItsModelNumber') }}
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
