<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import type { ApiError } from '../app/client'
import type { RunEventsAnswer } from '../generated/api'

/**
 * Asks for the label that is read from the phone in the person's hand. It is not shown here: who only copies it has not
 * looked at the phone. After two wrong tries it is, to tell a misread label from a wrong phone.
 */
const props = defineProps<{
  title: string
  question: RunEventsAnswer['state']['question']
  refused: ApiError | null
}>()
const emit = defineEmits<{ release: [word: string] }>()

const TRIES = 2
// Each gate has a form of its own, so that no word stays from the one before.
const word = ref('')
const wrong = ref(0)
watch(
  () => props.refused,
  (now) => {
    if (now?.answer?.error === 'RunRefusal') wrong.value++
  },
)
</script>

<template>
  <div class="gate">
    <p class="big">
      {{ t('run.gateForm.next') }} <b>{{ title }}</b>. {{ question?.reason }}
    </p>
    <form class="word" @submit.prevent="emit('release', word)">
      <label
        ><span>{{ t('run.gateForm.readLabelPhoneYour') }}</span>
        <input
          v-model="word"
          class="mono"
          autocomplete="off"
          autocapitalize="characters"
          autofocus
          :aria-label="t('run.gateForm.labelPhone')"
      /></label>
      <button type="submit" class="btn act big-btn" :disabled="word.trim() === ''">
        {{ t('run.gateForm.goPhone') }}
      </button>
    </form>
    <p v-if="wrong >= TRIES" class="hint" role="status">
      {{ t('run.gateForm.jobPhoneLabel') }} <b class="mono">{{ question?.word }}</b>{{
        t('run.gateForm.ifYoursHasAnother')
      }}
    </p>
  </div>
</template>

<style scoped src="./texts.css"></style>

<style scoped>
.gate {
  display: contents;
}
.hint {
  margin: 0;
  font-size: 16px;
}
.word {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
}
.word label {
  display: grid;
  gap: 6px;
  font-size: 16px;
}
.word input {
  font-size: 22px;
  padding: 8px 12px;
  border: 2px solid var(--slate);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  max-width: 320px;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
  align-self: start;
}
.word .big-btn {
  align-self: end;
}
</style>
