<script setup lang="ts">
import { t } from '../app/i18n'
import VerdictMark from '../app/VerdictMark.vue'
import type { IdentityAnswer } from '../generated/api'

/** Models that a phone could be, with what speaks for and against each; the person decides. */
defineProps<{ candidates: IdentityAnswer['candidates'] }>()
const chosen = defineModel<string | null>({ required: true })
</script>

<template>
  <div v-if="candidates.length" class="candidates">
    <label
      v-for="candidate in candidates"
      :key="candidate.codename"
      class="candidate"
      :class="{ on: chosen === candidate.codename }"
    >
      <input v-model="chosen" type="radio" name="candidate" :value="candidate.codename" />
      <span>
        <b class="mono">{{ candidate.codename }}</b> {{ candidate.name
        }}<span v-if="candidate.model" class="mono mute"> · {{ candidate.model }}</span>
        <span v-for="reason in candidate.reasons" :key="reason" class="line small">{{ reason }}</span>
        <span v-for="against in candidate.contradictions" :key="against" class="line small against"
          ><VerdictMark level="stop" :words="t('bench.candidateList.against')" plain /> {{ against }}</span
        >
      </span>
    </label>
    <label class="candidate" :class="{ on: chosen === null }"
      ><input v-model="chosen" type="radio" name="candidate" :value="null" />
      <span>{{ t('bench.candidateList.iDoNotKnow') }}</span></label
    >
  </div>
</template>

<style scoped>
.candidates {
  border: 1px solid var(--line);
  border-radius: 4px;
}
.candidate {
  display: flex;
  gap: 10px;
  padding: 8px 12px;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
  align-items: baseline;
}
.candidate:last-child {
  border-bottom: 0;
}
.candidate.on {
  background: var(--soft);
}
.line {
  display: block;
}
.against {
  color: var(--plum);
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
