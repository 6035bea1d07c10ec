<script setup lang="ts">
defineProps<{ answers: string[]; about: string }>()
const emit = defineEmits<{ tell: [answer: string]; somethingElse: []; stop: [] }>()

/** What "again" means for what the run asks about. */
const againWords: Record<string, string> = {
  differs: 'Look again',
  file: 'Look at the file again',
  'something-else': 'Do the step again',
  failure: 'Do the step again',
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
      {{ againWords[about] ?? 'Go on from there' }}
    </button>
    <button
      v-else-if="answers.includes('seen')"
      type="button"
      class="btn act big-btn"
      data-answer
      @click="emit('tell', 'seen')"
    >
      I have seen it <kbd>s</kbd>
    </button>
    <button type="button" class="btn big-btn" @click="emit('somethingElse')">Something looks wrong <kbd>e</kbd></button>
    <button type="button" class="btn erase big-btn" @click="emit('stop')">Stop here safely <kbd>.</kbd></button>
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
