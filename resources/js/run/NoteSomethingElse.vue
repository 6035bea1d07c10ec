<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { t } from '../app/i18n'
import { useAnswer } from '../app/useAnswer'

const props = defineProps<{ run: number }>()
const emit = defineEmits<{ note: [note: string, symptom: string] }>()

const { data } = useAnswer('/runs/{run}/symptoms', () => ({ path: { run: props.run } }))
const symptoms = computed(() => data.value?.symptoms ?? [])
const symptom = ref('')
const note = ref('')
const form = useTemplateRef('form')
onMounted(() => form.value?.scrollIntoView({ block: 'center' }))
</script>

<template>
  <form ref="form" class="word" @submit.prevent="emit('note', note, symptom)">
    <label
      >{{ t('run.noteSomethingElse.what') }}
      <select v-model="symptom" :aria-label="t('run.noteSomethingElse.what2')">
        <option value="">{{ t('run.noteSomethingElse.somethingNotListed') }}</option>
        <option v-for="one in symptoms" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select></label
    >
    <label class="wide"
      >{{ t('run.noteSomethingElse.whatDoesPhoneOr') }}
      <textarea
        v-model="note"
        autofocus
        rows="3"
        class="mono"
        :aria-label="t('run.noteSomethingElse.whatPhoneShows')"
        spellcheck="false"
      />
    </label>
    <button type="submit" class="btn">{{ t('run.noteSomethingElse.notePause') }}</button>
  </form>
</template>

<style scoped>
.word {
  display: grid;
  gap: 14px;
  justify-items: start;
  max-width: 620px;
}
.word label {
  display: grid;
  gap: 6px;
  font-size: 16px;
}
.word .wide {
  width: 100%;
}
.word textarea {
  font-size: 15px;
  padding: 8px 12px;
  border: 2px solid var(--slate);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  width: 100%;
}
</style>
