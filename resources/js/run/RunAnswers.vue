<script setup lang="ts">
import { t } from '../app/i18n'
defineProps<{ answers: string[]; about: string }>()
const emit = defineEmits<{ tell: [answer: string]; somethingElse: []; stop: [] }>()

/** What "again" means for what the run asks about. */
const againWords: Record<string, string> = {
  differs: t('run.runAnswers.lookAgain'),
  file: t('run.runAnswers.lookAtFileAgain'),
  'something-else': t('run.runAnswers.doStepAgain'),
  failure: t('run.runAnswers.doStepAgain'),
}
</script>

<template>
  <div class="answers">
    <button
      v-if="answers.includes('again')"
      type="button"
      class="btn big-btn"
      :class="{ act: about !== 'differs' }"
      data-answer
      @click="emit('tell', 'again')"
    >
      {{ againWords[about] ?? t('run.runAnswers.goFromThere') }}
    </button>
    <button
      v-else-if="answers.includes('seen')"
      type="button"
      class="btn act big-btn"
      data-answer
      @click="emit('tell', 'seen')"
    >
      {{ t('run.runAnswers.iHaveSeen') }} <kbd>s</kbd>
    </button>
    <button type="button" class="btn big-btn" @click="emit('somethingElse')">
      {{ t('run.runAnswers.somethingLooksWrong') }} <kbd>e</kbd>
    </button>
    <button type="button" class="btn erase big-btn" @click="emit('stop')">
      {{ t('run.runAnswers.stopHereSafely') }} <kbd>.</kbd>
    </button>
  </div>
</template>

<style scoped>
.answers {
  position: sticky;
  bottom: 0;
  margin-top: auto;
  padding: 14px 0;
  background: var(--ground);
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
  align-self: start;
}
@media (max-width: 900px) {
  .answers {
    padding: 10px 0;
  }
  .answers .big-btn {
    flex: 1;
    justify-content: center;
    padding: 8px 10px;
    font-size: 15px;
  }
  .answers kbd {
    display: none;
  }
}
</style>
